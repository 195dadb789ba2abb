/** What is baked: the doughs of a day, and of each how often, how cold, and whether something of it is tried first. */
import { useQueries } from "@tanstack/react-query";
import clsx from "clsx";
import { useMemo, useState } from "react";
import type { ApiError, DoughSpec, Kitchen } from "../../client/api";
import { assessOf } from "../../client/assessments";
import { doughNow, doughsTagged } from "../../client/doughs";
import { keys } from "../../client/keys";
import { within } from "../../client/within";
import { Select, Switch } from "../../pieces/choice";
import { Button, NumberField } from "../../pieces/controls";
import { plural } from "../../words/numbers";
import type { Ask } from "./choices";

const MOST_DOUGHS = 30;

/** The chosen doughs by name, wherever on a long shelf they are, and which of them are not there any more. */
export function useChosen(ids: string[]) {
  const answers = useQueries({
    queries: ids.map((id) => ({
      queryKey: keys.dough(id),
      queryFn: () => doughNow(id),
      retry: false,
      staleTime: 5000,
    })),
  });
  const found = answers.flatMap(({ data }) =>
    data
      ? [
          {
            id: data.id,
            name: data.spec.name,
            spec: data.spec,
            kept: data.spec.shares.filter((share) => share.keep !== "now"),
          },
        ]
      : [],
  );
  const lost = ids.filter((_, i) =>
    [404, 410, 422].includes((answers[i]?.error as ApiError | null)?.status ?? 0),
  );
  const text = lost.join();
  const gone = useMemo(() => (text ? text.split(",") : []), [text]);
  return { found, gone };
}

type Named = { id: string; name: string; kept: { id: string; name: string }[] };
type Chosen = Named & { spec: DoughSpec };

/** How many one batch of each of the chosen doughs gives; for which a test cookie can be baked before the rest, and what it would be worth. */
function useForetold(chosen: Chosen[], kitchen: Kitchen | undefined) {
  const answers = useQueries({
    queries: chosen.map(({ id, spec }) => ({
      queryKey: keys.assessment(id, spec, kitchen),
      queryFn: () => assessOf(id, spec, kitchen as Kitchen),
      enabled: Boolean(kitchen),
      retry: false,
      staleTime: Number.POSITIVE_INFINITY,
      gcTime: 10_000,
    })),
  });
  return new Map(
    chosen.map(({ id, spec }, i) => {
      const data = answers[i]?.data;
      const pieces = data?.outcome?.pieces;
      // Of logs that are sliced when baked the pieces are the logs.
      const count = pieces && spec.form.kind !== "rusk" ? pieces.count + pieces.small_count : undefined;
      return [id, { test: data?.test, count, eggs: (data?.eggs?.to_buy ?? 0) > 0 }];
    }),
  );
}

/** A dough, or a share of one that is kept, as one choice. */
const choiceOf = (ask: Pick<Ask, "dough_id" | "share_id" | "frozen">) =>
  ask.frozen ? ask.frozen.id : ask.share_id ? `${ask.dough_id} ${ask.share_id}` : ask.dough_id;

function choices(dough: Named, taken: ReadonlySet<string>): [string, string][] {
  const all: [string, string][] = [
    [dough.id, dough.name],
    ...dough.kept.map((share): [string, string] => [
      choiceOf({ dough_id: dough.id, share_id: share.id }),
      `${dough.name}, ${share.name} (kept)`,
    ]),
  ];
  return all.filter(([value]) => !taken.has(value));
}

const TIMES = within("DoughAsk", "times");

/** So many cookies, said instead of batches; and the half batches on either side, for which no egg has to be shared out. */
function Wished(props: { count: number; eggs: boolean; times: number; onTimes: (times: number) => void }) {
  const { count, eggs, times, onTimes } = props;
  const near = [Math.floor(times * 2) / 2, Math.ceil(times * 2) / 2].filter(
    (one) => one !== times && one >= 0.5 && one <= TIMES.max,
  );
  return (
    <>
      <NumberField
        label="Makes"
        unit=""
        width="w-18"
        value={Math.round(count * times)}
        min={Math.max(1, Math.ceil(count * TIMES.min))}
        max={Math.floor(count * TIMES.max)}
        onValue={(wished) => onTimes(Math.ceil((wished / count) * 100) / 100)}
      />
      {near.length > 0 && (
        <p className="flex basis-full flex-wrap items-center gap-2 text-plain text-quiet">
          {eggs ? "An egg may have to be shared out." : "Or half batches:"}
          {near.map((one) => (
            <Button key={one} onClick={() => onTimes(one)}>
              {plural(one, "batch", "batches")} {one === 1 ? "makes" : "make"} {Math.round(count * one)}
            </Button>
          ))}
        </p>
      )}
    </>
  );
}

/** So many of what lies in the freezer, thawed before or not. */
function Frozen(props: {
  frozen: NonNullable<Ask["frozen"]>;
  name: string;
  onFrozen: (frozen: NonNullable<Ask["frozen"]>) => void;
}) {
  const { frozen, onFrozen } = props;
  return (
    <>
      <p className="min-w-44 flex-1 self-center text-lead">
        <strong>{props.name}</strong>, out of the freezer
      </p>
      <NumberField
        label="How many"
        unit=""
        width="w-18"
        value={frozen.count ?? 12}
        {...within("FrozenAsk", "count")}
        onValue={(count) => onFrozen({ ...frozen, count })}
      />
      <Switch
        label="Thaw them first"
        checked={frozen.thaw ?? false}
        onChecked={(thaw) => onFrozen({ ...frozen, thaw })}
      />
    </>
  );
}

export function DoughAsks(props: {
  asks: Ask[];
  doughs: Named[];
  chosen: Chosen[];
  kitchen?: Kitchen;
  tags: readonly string[];
  onAsks: (asks: Ask[]) => void;
}) {
  const { asks, doughs, chosen, onAsks } = props;
  const foretold = useForetold(chosen, props.kitchen);
  const [said, setSaid] = useState<string>();
  const add = async (tag: string) => {
    if (!tag) return;
    try {
      const { doughs: tagged } = await doughsTagged(tag);
      const fresh = tagged.filter((one) => one.readable && !taken.has(one.id));
      const more = fresh.slice(0, MOST_DOUGHS - asks.length);
      onAsks([...asks, ...more.map((one) => ({ ...asked(one.id), times: 1, overnight: false }))]);
      const over = fresh.length - more.length;
      const added = more.length ? `${plural(more.length, "dough")} added.` : "All of these are here already.";
      setSaid(over > 0 ? `${added} A day takes at most ${MOST_DOUGHS}: ${over} are left out.` : added);
    } catch (failure) {
      setSaid((failure as Error).message);
    }
  };
  const put = (index: number, part: Partial<Ask>) =>
    onAsks(asks.map((ask, i) => (i === index ? { ...ask, ...part } : ask)));
  const all = [...chosen.filter((one) => !doughs.some((dough) => dough.id === one.id)), ...doughs];
  const taken = new Set(asks.map(choiceOf));
  const left = all.flatMap((dough) => choices(dough, taken));
  const asked = (value: string) => {
    const [dough_id = "", share_id = null] = value.split(" ");
    return { dough_id, share_id, test_first: false, try_id: null, frozen: null, ahead: false };
  };
  return (
    <fieldset className="grid gap-3">
      <legend className="sr-only">What is baked</legend>
      {asks.map((ask, index) => (
        <div
          key={choiceOf(ask)}
          className={clsx(
            "flex flex-wrap items-end gap-x-4 gap-y-2",
            index > 0 && "border-line border-t-[1.5px] pt-3",
          )}
        >
          {ask.frozen ? (
            <Frozen
              frozen={ask.frozen}
              name={chosen.find((one) => one.id === ask.dough_id)?.name ?? ""}
              onFrozen={(frozen) => put(index, { frozen })}
            />
          ) : (
            <>
              <div className="min-w-44 flex-1">
                <Select
                  label={asks.length > 1 ? `Dough ${index + 1}` : "Dough"}
                  value={choiceOf(ask)}
                  onValue={(value) => put(index, asked(value))}
                  options={all.flatMap((dough) =>
                    choices(dough, new Set(asks.filter((_, i) => i !== index).map(choiceOf))),
                  )}
                />
              </div>
              <NumberField
                label="Batches"
                unit="×"
                width="w-22"
                value={ask.times}
                {...TIMES}
                step={0.5}
                onValue={(times) => put(index, { times })}
              />
              {!ask.share_id && (foretold.get(ask.dough_id)?.count ?? 0) > 1 && (
                <Wished
                  count={foretold.get(ask.dough_id)?.count ?? 1}
                  eggs={foretold.get(ask.dough_id)?.eggs ?? false}
                  times={ask.times}
                  onTimes={(times) => put(index, { times })}
                />
              )}
              <Switch
                label="Chill overnight"
                checked={ask.overnight}
                onChecked={(overnight) => put(index, { overnight })}
              />
              {ask.try_id && (
                <Switch label="Half with the change" checked onChecked={() => put(index, { try_id: null })} />
              )}
              {!ask.try_id && (foretold.get(ask.dough_id)?.test || ask.test_first) && (
                <Switch
                  label="Test cookie first"
                  checked={ask.test_first ?? false}
                  onChecked={(test_first) => put(index, { test_first })}
                />
              )}
            </>
          )}
          {asks.length > 1 && (
            <Switch
              label="Ahead of the rest"
              checked={ask.ahead ?? false}
              onChecked={(ahead) => put(index, { ahead })}
            />
          )}
          {asks.length > 1 && (
            <Button
              kind="quiet"
              aria-label={`Leave out dough ${index + 1}`}
              onClick={() => onAsks(asks.filter((_, i) => i !== index))}
            >
              Leave out
            </Button>
          )}
          {!ask.test_first && !ask.try_id && !ask.frozen && foretold.get(ask.dough_id)?.test?.why && (
            <p className="basis-full text-plain text-quiet">
              {foretold.get(ask.dough_id)?.test?.why} A test cookie, baked and measured first, would tell.
            </p>
          )}
          {ask.try_id && (
            <p className="basis-full text-plain text-quiet">
              Half of the dough is made as it is, half with the change; each tray has both, A at the left and
              B at the right.
            </p>
          )}
          {ask.test_first && (
            <p className="basis-full text-plain text-quiet">
              {plural(foretold.get(ask.dough_id)?.test?.pieces ?? 1, "cookie")} first; once measured, the rest
              is laid out and timed anew. Until then this plan stands as the dough is foretold today.
            </p>
          )}
        </div>
      ))}
      {asks.some((ask) => ask.ahead) && !asks.every((ask) => ask.ahead) && (
        <p className="text-plain text-quiet">
          What goes ahead is baked first; nothing else is weighed before bowls, boards and trays are washed.
          For what must stay free of nuts, egg or milk, as far as its lines go: read the packets too.
        </p>
      )}
      {asks.length < MOST_DOUGHS && (
        <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
          {left[0] && (
            <Button
              onClick={() =>
                left[0] && onAsks([...asks, { ...asked(left[0][0]), times: 1, overnight: false }])
              }
            >
              And another dough
            </Button>
          )}
          {props.tags.length > 0 && (
            <div className="w-56">
              <Select
                label="And all that are tagged"
                value=""
                onValue={add}
                options={[["", "choose a tag"], ...props.tags.map((tag) => [tag, tag] as const)]}
              />
            </div>
          )}
          {said && (
            <p role="status" className="pb-2.5 text-plain text-quiet">
              {said}
            </p>
          )}
        </div>
      )}
    </fieldset>
  );
}
