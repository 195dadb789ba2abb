/** The frame: a slim rail of places on the left, the place itself on the right. */

import clsx from "clsx";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { NavLink, useLocation } from "react-router";
import { lastDough } from "../client/dough";
import { colour } from "../theme/tokens";
import { Boundary } from "./boundary";
import { Sheet } from "./dialog";
import { DropAnywhere } from "./dropped";
import { Find } from "./find";
import { focusTitle } from "./focus";
import { Kept } from "./kept";
import { Tip } from "./tip";
import { Toasts } from "./toasts";
import { Waiting } from "./waiting";

const stroke = {
  fill: "none",
  stroke: "currentColor",
  strokeWidth: 2.2,
  strokeLinecap: "round",
  strokeLinejoin: "round",
} as const;

const marks: Record<string, ReactNode> = {
  Doughs: (
    <g {...stroke}>
      <path d="M4 20h20M6 20c0-7 3-11 8-11s8 4 8 11" />
      <path d="M11 14h.1M16 13h.1M14 17h.1" strokeWidth="3" />
    </g>
  ),
  Bench: (
    <g {...stroke}>
      <path d="M3 21h22M7 21v4M21 21v4" />
      <rect x="8" y="9" width="12" height="6" rx="3" />
      <path d="M4 12h4M20 12h4" />
    </g>
  ),
  Trays: (
    <g {...stroke}>
      <rect x="3" y="6" width="22" height="16" rx="4" />
      <circle cx="9.5" cy="14" r="2.6" />
      <circle cx="18.5" cy="14" r="2.6" />
    </g>
  ),
  Day: (
    <g {...stroke}>
      <path d="M4 8h9M9 14h10M15 20h9" strokeWidth="4" />
    </g>
  ),
  Oven: (
    <g {...stroke}>
      <rect x="3.5" y="4" width="21" height="20" rx="4" />
      <path d="M7.5 11.5h13M7.5 18h13" />
      <path d="M11 8.6h6M11 15h6" strokeWidth="3" />
    </g>
  ),
  Notebook: (
    <g {...stroke}>
      <path d="M7 4h13a2 2 0 0 1 2 2v16a2 2 0 0 1-2 2H7z" />
      <path d="M11 4v20M4 9h5M4 14h5M4 19h5M15 10h3M15 15h3" />
    </g>
  ),
  Stores: (
    <g {...stroke}>
      <path d="M3.5 10.5h21M3.5 23.5h21M5 4.5v19M23 4.5v19" />
      <path d="M9 10V6.5h4V10M16.5 23v-7h4v7M8.5 23v-5h5v5" />
    </g>
  ),
  Kitchen: (
    <g {...stroke}>
      <rect x="5" y="4" width="18" height="20" rx="3" />
      <path d="M5 10h18" />
      <rect x="9" y="13.5" width="10" height="6.5" rx="1.5" />
      <path d="M9.5 7h.1M14 7h.1" strokeWidth="3" />
    </g>
  ),
};

export function Shell({ children }: { children: ReactNode }) {
  const dough = lastDough.get();
  const { pathname } = useLocation(); // the rail leads to the last dough, which changes with the place
  const came = useRef(pathname);
  useEffect(() => {
    if (came.current === pathname) return;
    came.current = pathname;
    // Whoever goes by key or by ear begins at the title of the place.
    if (document.activeElement === document.body) focusTitle();
  }, [pathname]);
  const [sheet, setSheet] = useState<"find" | "keys">();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("input, textarea, select");
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") {
        event.preventDefault();
        setSheet("find");
      } else if (event.key === "?" && !typing) setSheet("keys");
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  const places = [
    ["Doughs", "/"],
    ["Bench", dough ? `/bench/${dough}` : "/bench"],
    ["Trays", dough ? `/trays/${dough}` : "/trays"],
    ["Day", "/day"],
    ["Oven", "/oven"],
    ["Notebook", dough ? `/notebook/${dough}` : "/notebook"],
    ["Stores", "/stores"],
    ["Kitchen", "/kitchen"],
  ] as const;
  return (
    <div className="flex min-h-dvh">
      <a
        href="#place"
        className="sr-only focus:not-sr-only focus:absolute focus:z-10 focus:bg-raised focus:p-3"
      >
        Skip to the place
      </a>
      <nav
        aria-label="Places"
        className="no-print sticky top-0 flex h-dvh w-21 shrink-0 overflow-y-auto flex-col items-stretch gap-1 bg-rail py-3 text-on-rail"
      >
        <Wordmark />
        {places.map(([name, to]) => (
          <NavLink
            key={name}
            to={to}
            end={to === "/"}
            className={({ isActive }) =>
              clsx(
                "mx-2 flex flex-col items-center rounded-[10px] py-2 text-note font-medium focus-visible:outline-on-rail",
                isActive ? "bg-enamel text-ink" : "hover:bg-on-rail/15",
              )
            }
          >
            <svg viewBox="0 0 28 28" className="size-7" aria-hidden="true">
              {marks[name]}
            </svg>
            {name}
          </NavLink>
        ))}
        <div className="mt-auto grid gap-1">
          <RailButton name="Find" keys="Ctrl K" onPress={() => setSheet("find")}>
            <circle cx="12" cy="12" r="6.5" />
            <path d="m17 17 6 6" />
          </RailButton>
          <RailButton name="Keys" keys="?" onPress={() => setSheet("keys")}>
            <rect x="3" y="7" width="22" height="14" rx="3" />
            <path d="M8 12h.1M14 12h.1M20 12h.1M9 17h10" strokeWidth="2.6" />
          </RailButton>
        </div>
      </nav>
      <Find
        open={sheet === "find"}
        onOpen={(open) => setSheet(open ? "find" : undefined)}
        onKeys={() => setSheet("keys")}
      />
      <Keys open={sheet === "keys"} onOpen={(open) => setSheet(open ? "keys" : undefined)} />
      <DropAnywhere />
      <Toasts />
      <main id="place" className="flex min-w-0 flex-1 flex-col">
        <Kept />
        <div className="min-w-0 flex-1">
          <Boundary place={pathname}>{children}</Boundary>
        </div>
        <Waiting />
      </main>
    </div>
  );
}

const KEYS = [
  ["Ctrl K", "find anything: doughs, days, places, what can be done"],
  ["?", "this list"],
  ["F8", "to what was just done, and the way back from it"],
  ["Tab, Shift Tab", "from control to control"],
  ["Enter in a line", "a new line below"],
  ["Backspace in an empty line", "remove it"],
  ["Alt ↑, Alt ↓ in a line", "move it up or down"],
  ["Space", "at the oven: the next thing is done"],
  ["Ctrl Z", "undo on the bench"],
  ["Ctrl Shift Z, Ctrl Y", "redo on the bench"],
  ["Escape", "close a sheet"],
  ["Ctrl P", "print a plan or card"],
] as const;

/** Under the one help key: everything the keyboard can do. */
function Keys(props: { open: boolean; onOpen: (open: boolean) => void }) {
  return (
    <Sheet title="By keyboard" open={props.open} onOpen={props.onOpen}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
        {KEYS.map(([keys, does]) => (
          <div key={keys} className="contents">
            <dt className="font-bold">{keys}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}

function RailButton(props: { name: string; keys: string; onPress: () => void; children: ReactNode }) {
  return (
    <Tip says={`${props.name} (${props.keys})`}>
      <button
        type="button"
        onClick={props.onPress}
        className="mx-2 flex min-h-11 flex-col items-center rounded-[10px] py-1 text-note font-medium hover:bg-on-rail/15 focus-visible:outline-on-rail"
      >
        <svg viewBox="0 0 28 28" className="size-6" aria-hidden="true" {...stroke}>
          {props.children}
        </svg>
        {props.name}
      </button>
    </Tip>
  );
}

function Wordmark() {
  return (
    <p className="mb-3 px-2 text-center text-plain leading-[1.05] font-extrabold tracking-wide">
      <svg viewBox="0 0 32 32" className="mx-auto mb-1 size-10" aria-hidden="true">
        <rect x="2" y="4" width="28" height="24" rx="6" fill={colour.onRail} />
        <circle cx="10.5" cy="12" r="4" fill={colour.rail} />
        <circle cx="21.5" cy="12" r="3.2" fill="none" stroke={colour.rail} strokeWidth="1.8" />
        <circle cx="16" cy="21" r="4" fill={colour.rail} />
      </svg>
      Fine
      <br />
      Batch
    </p>
  );
}

export function PlaceHeader(props: {
  title: ReactNode;
  /** What the browser's window is called, where the title is more than words. */
  name?: string;
  children?: ReactNode;
}) {
  const { title, children } = props;
  const name = props.name ?? (typeof title === "string" ? title : undefined);
  useEffect(() => {
    document.title = name ? `${name} · Fine Batch` : "Fine Batch";
  }, [name]);
  return (
    <header className="flex min-h-14 flex-wrap items-center justify-between gap-x-4 gap-y-1 px-5 pt-3">
      <h1 className="min-w-0 text-title leading-tight font-extrabold">{title}</h1>
      <div className="no-print flex flex-wrap items-center gap-2">{children}</div>
    </header>
  );
}

/** The shape of what comes: the title, and panels where its panels will stand. */
export function Coming({ title }: { title: string }) {
  return (
    <>
      <PlaceHeader title={title} />
      <div aria-busy="true" className="grid gap-4 p-5 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <span className="sr-only">It is on its way.</span>
        {[1, 2].map((n) => (
          <div key={n} className="enamel grid h-[60dvh] content-start gap-3 p-4">
            <span className="h-5 w-1/3 rounded bg-well" />
            <span className="h-5 rounded bg-well" />
            <span className="h-5 w-2/3 rounded bg-well" />
          </div>
        ))}
      </div>
    </>
  );
}
