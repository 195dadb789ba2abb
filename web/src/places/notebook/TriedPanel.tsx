/** What is being tried on half of a dough's trays: the way from the plan over both halves to what they told. */
import { Link } from "react-router";
import type { DoughSpec, Kitchen } from "../../client/api";
import { useTried } from "../../client/bakes";
import { outbox } from "../../client/outbox";
import { Button } from "../../pieces/controls";

export function TriedPanel(props: {
  dough: string;
  kitchen: Kitchen;
  onWrite: (half: "A" | "B") => void;
  onTake: (spec: DoughSpec, saying: string) => void;
}) {
  const { data } = useTried(props.dough);
  const kept = data?.kept;
  if (!kept) return null;
  const end = () => outbox.put({ kind: "end-try", id: kept.id, saying: kept.saying });
  const paper = props.kitchen.units === "us" ? "letter" : "a4";
  const linked = "inline-flex min-h-11 items-center px-3 font-medium underline underline-offset-4";
  const halves = [
    ["A", data.bake_a],
    ["B", data.bake_b],
  ] as const;
  return (
    <section aria-label="Being tried" className="enamel grid gap-2 px-5 py-3">
      <h2 className="text-lead font-bold">Being tried: {kept.saying}</h2>
      {data.told ? (
        <p>{data.told}</p>
      ) : (
        <p className="text-plain text-quiet">
          The left half of each tray (A) as it is, the right half (B) with the change. Write both down, and
          what they tell stands here.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        {data.told ? (
          <Button
            kind="main"
            onClick={() => {
              props.onTake(kept.spec, kept.saying);
              end();
            }}
          >
            Keep the change
          </Button>
        ) : (
          <>
            {!data.bake_a && !data.bake_b && (
              <Link
                to={`/day?dough=${encodeURIComponent(`${props.dough},1,,,,${kept.id}`)}`}
                className={linked}
              >
                Plan the day with both halves
              </Link>
            )}
            <a className={linked} href={`/api/tries/kept/${kept.id}/marks/${paper}`} download>
              Marks A and B (PDF)
            </a>
            {halves.map(([half, bake]) =>
              bake ? (
                <span key={half} className="px-3 text-plain">
                  Half {half} is written down.
                </span>
              ) : (
                <Button key={half} onClick={() => props.onWrite(half)}>
                  Write down half {half}
                </Button>
              ),
            )}
          </>
        )}
        <Button kind="quiet" onClick={end}>
          {data.told ? "Stay with the dough as it is" : "Let it go"}
        </Button>
      </div>
    </section>
  );
}
