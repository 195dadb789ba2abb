/** A recipe file dropped anywhere is opened as a card; it never takes the browser away from the app. */
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";

const holdsFiles = (event: DragEvent) => event.dataTransfer?.types.includes("Files") ?? false;

/** The file on its way to the place that opens it. */
let dropped: File | undefined;

export function takeDropped(): File | undefined {
  const file = dropped;
  dropped = undefined;
  return file;
}

export const DROPPED = "finebatch:dropped";

export function DropAnywhere() {
  const [over, setOver] = useState(false);
  const navigate = useNavigate();
  useEffect(() => {
    const onOver = (event: DragEvent) => {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const onLeave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const onDrop = (event: DragEvent) => {
      setOver(false);
      if (!holdsFiles(event)) return;
      event.preventDefault();
      dropped = event.dataTransfer?.files[0];
      if (!dropped) return;
      navigate("/new");
      // Where the place is open already, it does not come anew.
      window.dispatchEvent(new Event(DROPPED));
    };
    window.addEventListener("dragover", onOver);
    window.addEventListener("dragleave", onLeave);
    window.addEventListener("drop", onDrop);
    return () => {
      window.removeEventListener("dragover", onOver);
      window.removeEventListener("dragleave", onLeave);
      window.removeEventListener("drop", onDrop);
    };
  }, [navigate]);
  if (!over) return null;
  return (
    <div className="pointer-events-none fixed inset-4 z-40 flex items-center justify-center rounded-[14px] border-[3px] border-dashed border-rim bg-enamel/90">
      <p className="text-title font-extrabold">Drop the card here: Fine Batch reads it.</p>
    </div>
  );
}
