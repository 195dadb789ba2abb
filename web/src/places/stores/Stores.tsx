/** The stores: what is in the house, what to buy, what is frozen, what it costs, what goes on the label and into the box. */
import clsx from "clsx";
import { NavLink, useParams } from "react-router";
import type { ApiError, Kitchen } from "../../client/api";
import { useKitchen } from "../../client/kitchen";
import { Missing } from "../../pieces/missing";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { BoxesView } from "./BoxesView";
import { CostsView } from "./CostsView";
import { FreezerView } from "./FreezerView";
import { LabelsView } from "./LabelsView";
import { PantryView } from "./PantryView";
import { ShoppingListView } from "./ShoppingListView";
import { ShoppingView } from "./ShoppingView";

export interface ViewProps {
  kitchen: Kitchen;
}

const VIEWS = [
  ["pantry", "Pantry", PantryView],
  ["shopping", "Shopping", ShoppingView],
  ["freezer", "Freezer and tins", FreezerView],
  ["costs", "Costs", CostsView],
  ["labels", "Labels", LabelsView],
  ["boxes", "Boxes", BoxesView],
] as const;

export function Stores() {
  const { view = "pantry", id } = useParams();
  const { data: kitchen, error } = useKitchen();
  if (!kitchen) return error ? <Missing failure={error as ApiError} /> : <Coming title="Stores" />;
  if (view === "shopping" && id) return <ShoppingListView key={id} id={id} kitchen={kitchen} />;
  const [, name, View] = VIEWS.find(([path]) => path === view) ?? VIEWS[0];
  return (
    <>
      <PlaceHeader title="Stores" name={name}>
        <nav aria-label="Of the stores" className="flex flex-wrap gap-1">
          {VIEWS.map(([path, label]) => (
            <NavLink
              key={path}
              to={`/stores/${path}`}
              className={clsx(
                "inline-flex min-h-11 items-center rounded-[10px] px-3 font-semibold",
                path === view ? "bg-chosen text-on-chosen" : "hover:bg-well",
              )}
            >
              {label}
            </NavLink>
          ))}
        </nav>
      </PlaceHeader>
      <View kitchen={kitchen} />
    </>
  );
}
