/** How the kitchen's work is kept: copies made by themselves, and everything as one file. */
import type { ApiError } from "../../client/api";
import { useKitchen, useSaveKitchen } from "../../client/kitchen";
import { Missing } from "../../pieces/missing";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { ArchivePanel } from "./ArchivePanel";
import { CopiesPanel } from "./CopiesPanel";

export function Keeping() {
  const { data: kitchen, error } = useKitchen();
  const save = useSaveKitchen();
  if (!kitchen) return error ? <Missing failure={error as ApiError} /> : <Coming title="Keeping safe" />;
  return (
    <>
      <PlaceHeader title="Keeping safe" />
      <div className="grid items-start gap-4 p-5 lg:grid-cols-2">
        <CopiesPanel kitchen={kitchen} onRule={(backup) => save({ ...kitchen, backup })} />
        <ArchivePanel kitchen={kitchen} />
      </div>
    </>
  );
}
