/** The card as it stands, with what was understood marked in it: lines, claims, and what is asked. */
import clsx from "clsx";
import type { Schemas } from "../../client/api";

interface Mark {
  start: number;
  end: number;
  look: "line" | "ask" | "claim";
}

const LOOKS = {
  line: "border-b-[3px] border-cool_room-edge bg-transparent",
  ask: "border-b-[3px] border-soft-edge bg-ask",
  claim: "border-b-[3px] border-dotted border-rim bg-transparent",
};

export function MarkedCard({ text, dough }: { text: string; dough: Schemas["CardDough"] }) {
  const pieces = cut(text, marksOf(dough));
  return (
    <section aria-label="The card as understood" className="enamel px-4 py-3">
      <h2 className="mb-1 text-lead font-bold">As it is understood</h2>
      <p className="mb-2 text-note text-quiet">
        Underlined: weighed. Dotted: what the card says of the batch. Yellow: asked.
      </p>
      <pre className="max-h-96 overflow-y-auto font-[inherit] text-plain leading-7 whitespace-pre-wrap">
        {pieces.map((piece) =>
          piece.look ? (
            <mark key={piece.start} className={clsx("text-inherit", LOOKS[piece.look])}>
              {piece.text}
            </mark>
          ) : (
            <span key={piece.start}>{piece.text}</span>
          ),
        )}
      </pre>
    </section>
  );
}

function marksOf(dough: Schemas["CardDough"]): Mark[] {
  const lines = dough.lines.map(
    ({ start, end, reading }): Mark => ({ start, end, look: reading.sureness === "sure" ? "line" : "ask" }),
  );
  const claims = dough.claims
    .filter(({ start, end }) => end > start)
    .map(({ start, end, sure }): Mark => ({ start, end, look: sure ? "claim" : "ask" }));
  return [...lines, ...claims].sort((a, b) => a.start - b.start);
}

/** The text in pieces, each with the look of the mark it lies in; of marks that overlap, the first. */
function cut(text: string, marks: Mark[]): { text: string; start: number; look?: Mark["look"] }[] {
  const pieces: { text: string; start: number; look?: Mark["look"] }[] = [];
  let at = 0;
  for (const { start, end, look } of marks) {
    const from = Math.max(start, at);
    if (end <= from || from > text.length) continue;
    if (from > at) pieces.push({ text: text.slice(at, from), start: at });
    pieces.push({ text: text.slice(from, end), start: from, look });
    at = end;
  }
  if (at < text.length) pieces.push({ text: text.slice(at), start: at });
  return pieces;
}
