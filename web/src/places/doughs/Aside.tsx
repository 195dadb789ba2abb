/** What was put aside, doughs and plans: put back, or thrown away for good. */
import { useState } from "react";
import { useOutbox } from "../../client/answers";
import { useBakes } from "../../client/bakes";
import { useShelf } from "../../client/doughs";
import type { Thing as StoredThing } from "../../client/entries";
import { useKitchen } from "../../client/kitchen";
import { outbox } from "../../client/outbox";
import { usePlans } from "../../client/plans";
import { useThingsAside } from "../../client/stores";
import { Button } from "../../pieces/controls";
import { Ask } from "../../pieces/dialog";
import { keepFocus } from "../../pieces/focus";
import { Panel } from "../../pieces/notes";
import { PlaceHeader } from "../../pieces/shell";
import { clock, day } from "../../words/numbers";

interface Thing {
  of: "dough" | "plan" | "bake" | "thing";
  id: string;
  revision: number;
  name: string;
  says: string;
}

const BACK = {
  dough: "put-back",
  plan: "put-back-plan",
  bake: "put-back-bake",
  thing: "put-back-thing",
} as const;

export function Aside() {
  const { entries } = useOutbox();
  const shelf = useShelf({ aside: true });
  const days = usePlans(true);
  const { data: kitchen } = useKitchen();
  const [throwing, setThrowing] = useState<Thing>();
  const units = kitchen ?? { units: "metric" as const };
  const leaving = new Set(
    entries.flatMap(({ change, state }) =>
      state === "waiting" &&
      (change.kind === "put-back-plan" || change.kind === "put-back-thing" || change.kind === "throw-away")
        ? [change.id]
        : [],
    ),
  );
  const doughs = (shelf.doughs ?? []).map(
    ({ id, revision, name, preview }): Thing => ({ of: "dough", id, revision, name, says: preview }),
  );
  const written = useBakes(undefined, true);
  const bakes = (written.bakes ?? []).map(
    ({ id, revision, bake }): Thing => ({
      of: "bake",
      id,
      revision,
      name: `A bake of ${bake.spec.name}`,
      says: day(new Date(bake.baked_at), units),
    }),
  );
  const plans = (days.plans ?? [])
    .filter(({ id }) => !leaving.has(id))
    .map(
      ({ id, revision, title, starts_at }): Thing => ({
        of: "plan",
        id,
        revision,
        name: title,
        says: `${day(new Date(starts_at), units)}, ${clock(new Date(starts_at), units)}`,
      }),
    );
  const stored = useThingsAside();
  const things = (stored.data ?? [])
    .filter(({ id }) => !leaving.has(id))
    .map(
      ({ id, revision, updated_at, thing }): Thing => ({
        of: "thing",
        id,
        revision,
        name: nameOf(thing),
        says: day(new Date(updated_at), units),
      }),
    );
  const putBack = ({ of, id, revision, name }: Thing) => {
    outbox.put({ kind: BACK[of], id, revision, name });
    keepFocus();
  };
  const throwAway = ({ of, id, revision, name }: Thing) => {
    outbox.put({ kind: "throw-away", of, id, revision, name });
    setThrowing(undefined);
    keepFocus();
  };
  return (
    <>
      <PlaceHeader title="Put aside" />
      <div className="grid items-start gap-4 p-5 lg:grid-cols-2">
        <Things
          title="Doughs"
          empty="No dough is put aside."
          things={doughs}
          onBack={putBack}
          onThrow={setThrowing}
          more={shelf.hasNextPage ? () => shelf.fetchNextPage() : undefined}
        />
        <Things
          title="Plans"
          empty="No plan is put aside."
          things={plans}
          onBack={putBack}
          onThrow={setThrowing}
          more={days.hasNextPage ? () => days.fetchNextPage() : undefined}
        />
        <Things
          title="Bakes"
          empty="No bake is put aside."
          things={bakes}
          onBack={putBack}
          onThrow={setThrowing}
          more={written.hasNextPage ? () => written.fetchNextPage() : undefined}
        />
        <Things
          title="From the stores"
          empty="Nothing of the stores is put aside."
          things={things}
          onBack={putBack}
          onThrow={setThrowing}
        />
      </div>
      {throwing && (
        <Ask
          title={`Throw “${throwing.name}” away for good?`}
          yes="Throw away for good"
          onYes={() => throwAway(throwing)}
          onNo={() => setThrowing(undefined)}
        >
          {throwing.of === "dough"
            ? "Its lines, its kept versions, its weigh-in and its bakes go with it. This cannot be taken back."
            : throwing.of === "plan"
              ? "The plan goes for good; its doughs stay where they are."
              : throwing.of === "bake"
                ? "What is written of this bake goes for good."
                : "It goes for good."}
        </Ask>
      )}
    </>
  );
}

/** What something of the stores is called. */
function nameOf(thing: StoredThing): string {
  switch (thing.kind) {
    case "shopping":
    case "boxes":
    case "put":
    case "packaging":
      return thing.name;
    case "pantry":
      return `${thing.ingredient_id.replaceAll("_", " ")}, of the pantry`;
    case "price":
      return `A price of ${thing.ingredient_id.replaceAll("_", " ")}`;
    case "label":
      return thing.title || "A label";
    case "move":
      return `What was ${thing.why}: ${thing.says}`;
  }
}

function Things(props: {
  title: string;
  empty: string;
  things: Thing[];
  onBack: (thing: Thing) => void;
  onThrow: (thing: Thing) => void;
  more?: () => void;
}) {
  return (
    <Panel title={props.title}>
      <ul className="divide-y divide-line">
        {props.things.map((thing) => (
          <li key={thing.id} className="flex flex-wrap items-center gap-2 px-4 py-2">
            <div className="min-w-40 flex-1">
              <p className="font-bold">{thing.name}</p>
              <p className="line-clamp-1 text-note text-quiet">{thing.says}</p>
            </div>
            <Button aria-label={`Put back: ${thing.name}`} onClick={() => props.onBack(thing)}>
              Put back
            </Button>
            <Button
              kind="quiet"
              aria-label={`Throw away for good: ${thing.name}`}
              onClick={() => props.onThrow(thing)}
            >
              Throw away
            </Button>
          </li>
        ))}
        {props.things.length === 0 && <li className="p-4 text-quiet">{props.empty}</li>}
      </ul>
      {props.more && (
        <Button className="m-3" onClick={props.more}>
          Show more
        </Button>
      )}
    </Panel>
  );
}
