/** What helps to roll, cut and lay out: on the screen, and on paper at its own size. */

import { useState } from "react";
import type { DoughSpec, Kitchen, Schemas } from "../../client/api";
import { printed } from "../../client/prints";
import { GuideDrawing } from "../../drawing/guide";
import { Segments } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";

type Guide = Schemas["Guide"];

export function GuidesView({
  spec,
  kitchen,
  guides,
}: {
  spec: DoughSpec;
  kitchen: Kitchen;
  guides?: Guide[];
}) {
  const [paper, setPaper] = useState<Schemas["Paper"]>(kitchen.units === "us" ? "letter" : "a4");
  const [error, setError] = useState<string>();
  if (!guides) return null;
  if (!guides.length)
    return <p className="py-8 text-quiet">There is nothing to cut or print for this dough yet.</p>;
  const print = async (guide: Guide, form_of: Schemas["PrintAs"]) => {
    const made = await printed(spec, kitchen, { guide_id: guide.id, form_of, paper });
    if (!made) return setError("The page could not be made. Try again.");
    setError(undefined);
    save(made.name, made.file);
  };
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-end gap-4">
        <Segments
          label="Paper"
          value={paper}
          options={[
            ["a4", "A4"],
            ["letter", "Letter"],
          ]}
          onValue={setPaper}
        />
        <p className="max-w-xl pb-2 text-plain text-quiet">
          Prints lie under the parchment at true size. Every page carries a ruler: measure it before you trust
          the rest.
        </p>
      </div>
      {error && (
        <p role="alert" className="font-medium text-stop-edge">
          {error}
        </p>
      )}
      <div className="grid gap-4 lg:grid-cols-2">
        {guides.map((guide) => (
          <Panel key={guide.id} title={guide.title}>
            <div className="grid gap-2.5 p-4">
              <div className="flex h-64 justify-center">
                <GuideDrawing guide={guide} us={kitchen.units === "us"} />
              </div>
              <p className="text-plain">{guide.saying}</p>
              <div className="flex gap-2">
                <Button onClick={() => print(guide, "pdf")} aria-label={`${guide.title} as PDF at 1:1`}>
                  PDF at 1:1
                </Button>
                <Button kind="quiet" onClick={() => print(guide, "svg")} aria-label={`${guide.title} as SVG`}>
                  SVG
                </Button>
              </div>
            </div>
          </Panel>
        ))}
      </div>
    </div>
  );
}

/** Hands a file to the browser to keep. */
function save(name: string, blob: Blob) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
