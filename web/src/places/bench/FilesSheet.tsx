/** The dough as a file, or on paper. */
import { Link } from "react-router";
import { Sheet } from "../../pieces/dialog";

const FORMATS = [
  [
    "jsonld",
    "Recipe (JSON-LD)",
    "Everything, also for other programs that read schema.org recipes. They will not know the form or the oven dial.",
  ],
  [
    "text",
    "Plain card",
    "The lines as written, in their parts, with the method; pasting it back gives the same grams.",
  ],
  ["markdown", "Markdown", "Lines and method, for notes; opened again it is the same dough."],
  ["csv", "Table (CSV)", "One row a line, with grams and percentages; opened again it is the same dough."],
] as const;

export function FilesSheet({
  id,
  open,
  onOpen,
}: {
  id: string;
  open: boolean;
  onOpen: (open: boolean) => void;
}) {
  return (
    <Sheet title="Out of the app" open={open} onOpen={onOpen}>
      <ul className="grid gap-3">
        <li>
          <Link
            to={`/card/${id}`}
            className="inline-flex min-h-11 items-center font-bold underline underline-offset-4"
          >
            Printed card
          </Link>
          <p>A page for the kitchen wall: grams, spoons and cups, method.</p>
        </li>
        {FORMATS.map(([format, name, words]) => (
          <li key={format}>
            <a
              href={`/api/doughs/${id}/export/${format}`}
              download
              className="inline-flex min-h-11 items-center font-bold underline underline-offset-4"
            >
              {name}
            </a>
            <p>{words}</p>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
