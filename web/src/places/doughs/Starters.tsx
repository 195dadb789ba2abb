/** A balanced starter for every family, for those with no card at hand. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, need, type Schemas } from "../../client/api";
import { useKitchen } from "../../client/hooks";
import { Note } from "../../pieces/notes";

export function Starters() {
  const { data: starters } = useQuery({
    queryKey: ["starters"],
    queryFn: () => need(api.GET("/api/starters")),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const { data: kitchen } = useKitchen();
  const [error, setError] = useState<string>();
  const navigate = useNavigate();
  const client = useQueryClient();
  const start = async ({ spec }: Schemas["Starter"]) => {
    try {
      const saved = await need(
        api.POST("/api/doughs", { body: { ...spec, tray_id: kitchen?.trays[0]?.id ?? spec.tray_id } }),
      );
      client.invalidateQueries({ queryKey: ["doughs"] });
      navigate(`/bench/${saved.id}`);
    } catch (failure) {
      setError((failure as Error).message);
    }
  };
  return (
    <div className="grid gap-3 p-4">
      <p className="text-quiet">
        Each line of the card appears here with the grams it comes to. No card? Start from a balanced dough:
      </p>
      {error && <Note severity="stop">{error}</Note>}
      <ul className="grid grid-cols-2 gap-2">
        {starters?.map((starter) => (
          <li key={starter.style_id}>
            <button
              type="button"
              onClick={() => start(starter)}
              className="min-h-11 w-full rounded-[10px] border-[1.5px] border-[#7a858f] bg-white px-3 py-1 text-left font-medium first-letter:uppercase hover:bg-well"
            >
              {starter.style_label}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
