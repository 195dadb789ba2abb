/**
 * Everything that is saved goes through here: kept on this device first, then sent, in order, each once.
 *
 * What is kept lies in the browser's database (IndexedDB) and outlives reloads and restarts. A change leaves it when the server
 * has said that it is kept there; one that the server refuses, or that met another device's, stays until the baker has
 * answered. Each is sent under a key of its own, so that one whose answer was lost is not made twice.
 */
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { ApiError, SavedDough } from "./api";
import {
  after,
  type Change,
  type Entry,
  entryOf,
  newKey,
  nextOf,
  placed,
  thingOf,
  withoutDone,
} from "./entries";
import { sendChange } from "./send";

interface Kept extends DBSchema {
  outbox: { key: number; value: Entry };
}

export interface OutboxView {
  entries: readonly Entry[];
  /** The server did not answer the last time. */
  away: boolean;
  /** What the server said of its own trouble (a full disk, a locked file), if it answered with that. */
  trouble?: string;
  /** Whether what waits is really kept on this device. */
  kept: boolean;
  /** Something new is being written on this device just now: not kept yet. */
  writing: boolean;
}

const RETRY_MS = 2000;
const TOGETHER_MS = 250;
const RETRIED = [401, 0, 502, 503, 504, 507];

type Waiter = { resolve: (answer: unknown) => void; reject: (error: ApiError) => void };
type Listener = (entry: Entry, answer: unknown) => void;

class Outbox {
  private view: OutboxView = { entries: [], away: false, kept: true, writing: false };
  private db: IDBPDatabase<Kept> | undefined;
  private readonly ready: Promise<void>;
  private writing: Promise<unknown> = Promise.resolve();
  private unwritten = 0;
  private readonly looking = new Set<() => void>();
  private readonly listeners = new Set<Listener>();
  private readonly waiters = new Map<string, Waiter>();
  private readonly others =
    "BroadcastChannel" in globalThis ? new BroadcastChannel("finebatch.outbox") : undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending = false;
  private missed = false;
  private asked = false;

  constructor() {
    this.ready = this.open();
    this.others?.addEventListener("message", () => this.reload());
    for (const moment of ["online", "focus"]) globalThis.addEventListener?.(moment, () => this.pump());
  }

  private async open() {
    try {
      this.db = await openDB<Kept>("finebatch", 1, {
        upgrade: (db) => db.createObjectStore("outbox", { keyPath: "seq" }),
      });
      const stored = await this.db.getAll("outbox");
      const fresh = this.view.entries;
      this.show({ entries: [...stored, ...fresh.map((entry, i) => ({ ...entry, seq: after(stored) + i }))] });
      for (const entry of fresh)
        await this.db.put("outbox", this.view.entries.find((e) => e.key === entry.key) ?? entry);
    } catch {
      this.show({ kept: false });
    }
    this.pump();
  }

  subscribe = (look: () => void) => {
    this.looking.add(look);
    return () => this.looking.delete(look);
  };

  snapshot = () => this.view;

  /** Called with each change that was kept by the server, and its answer. */
  onDone(listener: Listener) {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Keep a change and send it as soon as can be. Keystrokes in quick succession become one. */
  put(change: Change): void {
    const notBefore =
      change.kind === "save-dough" || change.kind === "kitchen" || change.kind === "change-thing"
        ? Date.now() + TOGETHER_MS
        : 0;
    this.keep(placed(this.view.entries, change, notBefore));
    this.pump();
  }

  /** As `put`, for a change whose answer is awaited in place: what the server refuses is told there and not kept. */
  ask<T>(change: Change): Promise<T> {
    const entry = entryOf(change, after(this.view.entries), 0);
    const answer = new Promise<T>((resolve, reject) =>
      this.waiters.set(entry.key, { resolve: resolve as Waiter["resolve"], reject }),
    );
    this.keep(entry);
    this.pump();
    return answer;
  }

  /** Answer to a change that waits for the baker: `again` sends it as it now is, or as given. */
  again(entry: Entry, change: Change = entry.change): void {
    this.keep({
      ...entry,
      key: newKey(),
      change,
      state: "waiting",
      tried: false,
      message: undefined,
      notBefore: 0,
    });
    this.pump();
  }

  drop(...entries: Entry[]): void {
    const keys = new Set(entries.map((entry) => entry.key));
    this.show({ entries: this.view.entries.filter((entry) => !keys.has(entry.key)) });
    this.write(async (db) => {
      for (const entry of entries) await db.delete("outbox", entry.seq);
    });
    this.pump();
  }

  /** A dough that was put aside elsewhere is put back, and what was changed here is saved over it. */
  putBack(entry: Entry): void {
    const { change, current } = entry;
    if (change.kind !== "save-dough" || !current) return;
    const back: Change = {
      kind: "put-back",
      id: change.id,
      revision: current.revision,
      name: change.spec.name,
    };
    this.keep(entryOf(back, entry.seq - 0.5, 0));
    this.again(entry, { ...change, revision: current.revision });
  }

  /** What was changed here becomes a dough of its own, and the other device's stays as it is. */
  keepAsCopy(entry: Entry): void {
    const mine = this.view.entries.filter((other) => thingOf(other.change) === thingOf(entry.change));
    const last = mine.map((other) => other.change).findLast((change) => change.kind === "save-dough");
    if (last?.kind === "save-dough") {
      const spec = { ...last.spec, name: `${last.spec.name} (my copy)`.slice(0, 80) };
      this.keep(entryOf({ kind: "add-dough", id: newKey(), spec }, after(this.view.entries), 0));
    }
    this.drop(...mine);
  }

  private keep(entry: Entry, fresh = true): void {
    const others = this.view.entries.filter((other) => other.seq !== entry.seq);
    this.show({ entries: [...others, entry].sort((a, b) => a.seq - b.seq) });
    this.write(async (db) => void (await db.put("outbox", entry)), fresh);
  }

  private write(work: (db: IDBPDatabase<Kept>) => Promise<void>, fresh = false): Promise<unknown> {
    if (fresh) {
      this.unwritten++;
      this.show({ writing: true });
    }
    this.writing = this.writing
      .then(async () => {
        if (!this.db) return;
        await work(this.db);
        if (!this.view.kept) this.show({ kept: true });
        this.others?.postMessage("changed");
      })
      .catch(() => this.show({ kept: false }))
      .finally(() => {
        if (fresh && --this.unwritten === 0) this.show({ writing: false });
      });
    return this.writing;
  }

  private async reload() {
    await this.writing;
    if (!this.db) return;
    this.missed = this.sending;
    if (this.sending) return;
    this.show({ entries: await this.db.getAll("outbox") });
    this.pump();
  }

  private show(part: Partial<OutboxView>) {
    this.view = { ...this.view, ...part };
    for (const look of this.looking) look();
  }

  private wait(ms: number) {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.pump(), ms);
  }

  /** Send what can be sent, one after another. With several windows open only one of them sends, where the browser lets
   * them agree; where not, the key of each change keeps it from being made twice. */
  private async pump() {
    await this.ready;
    this.asked = this.sending;
    if (this.sending) return;
    this.sending = true;
    try {
      const locks = globalThis.navigator?.locks;
      if (locks) await locks.request("finebatch.outbox", () => this.sendAll());
      else await this.sendAll();
    } finally {
      this.sending = false;
    }
    // Letting go of the lock takes a moment, in which the last look for something to send is over already.
    if (this.missed) this.reload();
    else if (this.asked) this.pump();
  }

  private async sendAll() {
    for (let entry = nextOf(this.view.entries); entry; entry = nextOf(this.view.entries)) {
      const early = entry.notBefore - Date.now();
      if (early > 0) return this.wait(early);
      // From here on it may be on its way: what is changed after this is a change of its own.
      const sent = { ...entry, tried: true };
      this.keep(sent, false);
      await this.writing;
      if (this.db && !(await this.db.get("outbox", sent.seq).catch(() => sent))) {
        this.show({ entries: this.view.entries.filter((other) => other.seq !== sent.seq) });
        continue; // another window has sent it
      }
      try {
        const answer = await sendChange(sent.change, sent.key);
        this.show({ away: false, trouble: undefined });
        this.done(sent, answer);
      } catch (failure) {
        const error = failure as ApiError;
        if (RETRIED.includes(error.status)) {
          this.show({ away: error.status === 0, trouble: error.status === 0 ? undefined : error.message });
          return this.wait(RETRY_MS);
        }
        this.show({ away: false, trouble: undefined });
        this.failed(sent, error);
      }
    }
  }

  private done(entry: Entry, answer: unknown) {
    const left = withoutDone(this.view.entries, entry, answer);
    this.show({ entries: left });
    this.write(async (db) => {
      const tx = db.transaction("outbox", "readwrite");
      const stored = await tx.store.get(entry.seq);
      if (stored && stored.key !== entry.key)
        this.missed = true; // another window has put a later change in its place
      else await tx.store.delete(entry.seq);
      for (const other of left) await tx.store.put(other);
      await tx.done;
    });
    for (const listener of this.listeners) listener(entry, answer);
    this.waiters.get(entry.key)?.resolve(answer);
    this.waiters.delete(entry.key);
  }

  private failed(entry: Entry, error: ApiError) {
    const waiter = this.waiters.get(entry.key);
    if (waiter) {
      this.waiters.delete(entry.key);
      this.drop(entry);
      waiter.reject(error);
      return;
    }
    const state = error.status === 409 ? "stale" : error.status === 410 ? "gone" : "refused";
    this.keep({ ...entry, state, message: error.message, current: error.current as SavedDough | undefined });
  }
}

export const outbox = new Outbox();
