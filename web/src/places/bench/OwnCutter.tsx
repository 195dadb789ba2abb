/** The baker's own cutter, from an SVG drawing of its outline. */

import { useId, useState } from "react";
import type { ApiError } from "../../client/api";
import { readCutter } from "../../client/catalogue";

type Ring = number[][];

export function OwnCutter({ has, onRing }: { has: boolean; onRing: (ring: Ring) => void }) {
  const id = useId();
  const [error, setError] = useState<string>();
  const read = async (file: File | undefined) => {
    if (!file) return;
    try {
      const { ring } = await readCutter(await file.text());
      onRing(ring);
      setError(undefined);
    } catch (failure) {
      setError((failure as ApiError).errors[0]?.message ?? (failure as Error).message);
    }
  };
  return (
    <div>
      <label
        htmlFor={id}
        className="inline-flex min-h-11 cursor-pointer items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-3 font-semibold has-focus-visible:outline-3"
      >
        {has ? "Another drawing" : "Choose an SVG"}
        <input
          id={id}
          type="file"
          accept=".svg,image/svg+xml"
          className="sr-only"
          onChange={(event) => read(event.target.files?.[0])}
        />
      </label>
      {error && (
        <p role="alert" className="mt-1 max-w-64 text-note font-medium text-stop-edge">
          {error}
        </p>
      )}
    </div>
  );
}
