/** A balanced starter for every family, for those with no card at hand. */

import { useState } from "react";
import { useNavigate } from "react-router";
import type { Schemas } from "../../client/api";
import { useStarters } from "../../client/catalogue";
import { useAddDough } from "../../client/doughs";
import { useKitchen } from "../../client/kitchen";
import { Note } from "../../pieces/notes";

export function Starters() {
  const { data: starters } = useStarters();
  const { data: kitchen } = useKitchen();
  const [error, setError] = useState<string>();
  const navigate = useNavigate();
  const add = useAddDough();
  const start = async ({ spec }: Schemas["Starter"]) => {
    try {
      const saved = await add({ ...spec, tray_id: kitchen?.trays[0]?.id ?? spec.tray_id });
      navigate(`/bench/${saved.id}`);
    } catch (failure) {
      setError((failure as Error).message);
    }
  };
  return (
    <div className="grid gap-3 p-4">
      {error && <Note severity="stop">{error}</Note>}
      <ul className="grid grid-cols-2 gap-2">
        {starters?.map((starter) => (
          <li key={starter.style_id}>
            <button
              type="button"
              onClick={() => start(starter)}
              className="min-h-11 w-full rounded-[10px] border-[1.5px] border-edge bg-raised px-3 py-1 text-left font-medium first-letter:uppercase hover:bg-well"
            >
              {starter.style_label}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
