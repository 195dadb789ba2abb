/** The shelf: every dough, and the way to a new one. */
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type DoughSummary, need } from "../../client/api";
import { lastDough } from "../../client/dough";
import { useDoughs, useKitchen } from "../../client/hooks";
import { Button } from "../../pieces/controls";
import { Note } from "../../pieces/notes";
import { length, plural, thickness, type UnitsOf } from "../../pieces/say";
import { PlaceHeader } from "../../pieces/shell";

export function Doughs() {
  const { data: doughs, error } = useDoughs();
  const { data: kitchen } = useKitchen();
  const [deleted, setDeleted] = useState<DoughSummary>();
  const client = useQueryClient();
  const navigate = useNavigate();
  const refresh = () => client.invalidateQueries({ queryKey: ["doughs"] });
  const remove = async (dough: DoughSummary) => {
    await need(api.DELETE("/api/doughs/{dough_id}", { params: { path: { dough_id: dough.id } } }));
    if (lastDough.get() === dough.id) lastDough.clear();
    setDeleted(dough);
    refresh();
  };
  const putBack = async (dough: DoughSummary) => {
    await need(api.POST("/api/doughs/{dough_id}/put-back", { params: { path: { dough_id: dough.id } } }));
    setDeleted(undefined);
    refresh();
  };
  return (
    <>
      <PlaceHeader title="Doughs">
        <Button kind="main" onClick={() => navigate("/new")}>
          New dough from a card
        </Button>
      </PlaceHeader>
      <div className="grid gap-3 p-5">
        {error && <Note severity="stop">{error.message}</Note>}
        {deleted && (
          <Note severity="note">
            <span className="mr-3">“{deleted.name}” was taken off the shelf.</span>
            <Button onClick={() => putBack(deleted)}>Put it back</Button>
          </Note>
        )}
        {doughs?.length === 0 && (
          <div className="enamel max-w-2xl p-6">
            <h2 className="text-xl font-bold">The shelf is empty</h2>
            <p className="mt-2 mb-4">
              Paste a recipe card, in cups or in grams, just as it is written. Fine Batch reads it, works out
              what comes of it and plans the baking.
            </p>
            <Button kind="main" onClick={() => navigate("/new")}>
              Paste a card
            </Button>
          </div>
        )}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(320px,1fr))] gap-3">
          {doughs?.map((dough) => (
            <li key={dough.id} className="enamel relative flex flex-col gap-2 p-4 hover:bg-white">
              <h2 className="text-[19px] leading-tight font-bold">
                <Link to={`/bench/${dough.id}`} className="after:absolute after:inset-0 after:rounded-[14px]">
                  {dough.name}
                </Link>
              </h2>
              <p className="text-quiet">{describe(dough, kitchen ?? { units: "metric" })}</p>
              <p className="line-clamp-2 text-[15px]">{dough.preview}</p>
              <div className="relative z-1 mt-auto flex justify-end">
                <Button
                  kind="quiet"
                  aria-label={`Take off the shelf: ${dough.name}`}
                  onClick={() => remove(dough)}
                >
                  Take off the shelf
                </Button>
              </div>
            </li>
          ))}
        </ul>
      </div>
    </>
  );
}

function describe({ form, line_count }: DoughSummary, kitchen: UnitsOf): string {
  const made = saying(form, kitchen);
  return `${made} · ${plural(line_count, "line")}`;
}

function saying(form: DoughSummary["form"], kitchen: UnitsOf): string {
  switch (form.kind) {
    case "scoop":
      return form.scoop_no ? `Scooped, scoop no. ${form.scoop_no}` : "Scooped";
    case "ball":
      return form.filling_g > 0 ? "Filled thumbprints" : "Rolled balls";
    case "block":
      return "Cut from a cold block";
    case "batter":
      return "Spread batter";
    case "cutout":
      return `Cut-outs, ${length(form.cutter_mm, kitchen)} at ${thickness(form.thickness_mm, kitchen)}`;
    case "sheet":
      return `Scored sheet at ${thickness(form.thickness_mm, kitchen)}`;
    case "pan":
      return `Pressed in a ${form.shape} pan, ${length(form.width_mm, kitchen)}`;
    case "log":
      return `Sliced log, ${length(form.log_mm, kitchen)} across`;
    case "rope":
      return `Rope shapes, ${form.figure}`;
    case "rusk":
      return `Twice-baked, ${plural(form.logs, "log")}`;
  }
}
