/** The kitchen as a drawing: tap a part to set it. Everything else follows from here. */
import clsx from "clsx";
import { useOutbox } from "../../client/answers";
import type { ApiError, Kitchen } from "../../client/api";
import { useKitchen, useSaveKitchen } from "../../client/kitchen";
import { type KitchenPart, KitchenScene, PARTS_AT, SCENE } from "../../drawing/kitchen";
import { useChosen } from "../../pieces/address";
import { LinkButton } from "../../pieces/controls";
import { Missing } from "../../pieces/missing";
import { Note, Panel } from "../../pieces/notes";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { Answer } from "../../pieces/waiting";
import { Learned } from "./Learned";
import { PARTS } from "./parts";

const NAMES = Object.keys(PARTS_AT) as KitchenPart[];

export function KitchenPlace() {
  const { data: kitchen, error, adjusted } = useKitchen();
  const { entries, away, kept, writing } = useOutbox();
  const save = useSaveKitchen();
  const [part, choosePart] = useChosen("part", NAMES, "oven");
  if (!kitchen) return error ? <Missing failure={error as ApiError} /> : <Coming title="Kitchen" />;
  const set = (some: Partial<Kitchen>) => save({ ...kitchen, ...some });
  const mine = entries.filter((entry) => entry.change.kind === "kitchen");
  const asked = mine.filter((entry) => entry.state !== "waiting");
  const { name, Fields } = PARTS[part];
  return (
    <>
      <PlaceHeader title="Kitchen">
        <span role="status" className="text-plain text-quiet">
          {asked.length
            ? "Not all saved"
            : mine.length === 0
              ? "✓ Saved"
              : !away || writing
                ? "Saving…"
                : kept
                  ? "Kept here, not yet on the server"
                  : "Not kept yet: leave this page open"}
        </span>
        <LinkButton to="/tablets">Tablets and phones</LinkButton>
        <LinkButton to="/keeping">Keeping safe</LinkButton>
      </PlaceHeader>
      <div className="grid items-start gap-4 p-5 lg:grid-cols-[minmax(0,11fr)_minmax(0,9fr)]">
        {(asked.length > 0 || adjusted.length > 0) && (
          <div className="grid gap-2 lg:col-span-2">
            {asked.map((entry) => (
              <Note key={entry.key} severity="ask">
                <div className="grid gap-2">
                  <Answer entry={entry} />
                </div>
              </Note>
            ))}
            {adjusted.map((problem) => (
              <Note key={problem.field} severity="note">
                {problem.field && <strong>{problem.field.replaceAll("_", " ")}: </strong>}
                {problem.message}{" "}
                <a className="underline underline-offset-4" href="/api/kitchen/raw" download>
                  Take away what is stored (JSON)
                </a>
              </Note>
            ))}
          </div>
        )}
        <div className="enamel relative overflow-hidden lg:sticky lg:top-5">
          <KitchenScene kitchen={kitchen} />
          {NAMES.map((one) => (
            <PartButton
              key={one}
              part={one}
              kitchen={kitchen}
              chosen={one === part}
              onChoose={() => choosePart(one)}
            />
          ))}
        </div>
        <div className="grid gap-4">
          <Panel title={name}>
            <div className="grid gap-3 p-4" key={part}>
              <Fields kitchen={kitchen} onKitchen={set} />
            </div>
          </Panel>
          <Learned kitchen={kitchen} onKitchen={set} />
        </div>
      </div>
    </>
  );
}

const percent = (value: number, of: number) => `${(100 * value) / of}%`;

/** A part of the drawing that is tapped to be set, with what is known of it. */
function PartButton(props: { part: KitchenPart; kitchen: Kitchen; chosen: boolean; onChoose: () => void }) {
  const { part, kitchen, chosen } = props;
  const [x, y, wide, high] = PARTS_AT[part];
  const { name, says } = PARTS[part];
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={props.onChoose}
      className={clsx(
        "absolute flex flex-col overflow-hidden rounded-[10px] border-[2.5px] text-center",
        part === "worktop" ? "justify-start" : "justify-end",
        chosen ? "border-chosen" : "border-transparent hover:border-edge",
      )}
      style={{
        left: percent(x, SCENE.width),
        top: percent(y, SCENE.height),
        width: percent(wide, SCENE.width),
        height: percent(high, SCENE.height),
      }}
    >
      <span
        className={clsx(
          "block w-full px-1 py-0.5 text-note leading-tight",
          chosen && "bg-chosen text-on-chosen",
        )}
      >
        <strong className="block">{name}</strong>
        <span className={clsx("line-clamp-3 leading-tight", !chosen && "text-quiet")}>{says(kitchen)}</span>
      </span>
    </button>
  );
}
