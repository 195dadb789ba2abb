/** What stands in for a thing that cannot be shown, and what there is to say of a dough as a whole. */

import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useNavigate } from "react-router";
import type { ApiError, Kitchen, SavedDough, SavedPlan } from "../client/api";
import type { useDough } from "../client/dough";
import { useShelf } from "../client/doughs";
import { keys } from "../client/keys";
import { outbox } from "../client/outbox";
import { clock } from "../words/numbers";
import { Button } from "./controls";
import { Note, ProblemNote } from "./notes";
import { Coming, PlaceHeader } from "./shell";

/** A place opened with no dough chosen: the newest one, or the shelf. */
export function ToFirstDough({ place }: { place: "bench" | "trays" | "notebook" }) {
  const { doughs } = useShelf();
  const navigate = useNavigate();
  useEffect(() => {
    if (doughs) navigate(doughs[0] ? `/${place}/${doughs[0].id}` : "/new", { replace: true });
  }, [doughs, navigate, place]);
  return <Coming title={{ bench: "Bench", trays: "Trays", notebook: "Notebook" }[place]} />;
}

/** A thing that cannot be shown: not there, taken off the shelf, not readable by this version, or the server is away. */
export function Missing({ failure, id, raw }: { failure: ApiError; id?: string; raw?: string }) {
  const client = useQueryClient();
  const current = failure.current as SavedDough | SavedPlan | undefined;
  const unreadable = failure.errors.some((error) => error.field === "raw");
  const away = failure.status === 0;
  const gone = failure.status === 410;
  const stored = raw ?? (id && `/api/doughs/${id}/raw`);
  const name = current && ("spec" in current ? current.spec.name : current.title);
  const putBack = async (thing: SavedDough | SavedPlan) => {
    const { id, revision } = thing;
    const dough = "spec" in thing;
    await outbox.ask({ kind: dough ? "put-back" : "put-back-plan", id, revision, name: name ?? "" });
    client.invalidateQueries({ queryKey: dough ? keys.dough(id) : keys.plan(id) });
  };
  return (
    <>
      <PlaceHeader
        title={away ? "No answer" : unreadable ? "Cannot be read" : gone ? "Put aside" : "Not there"}
      />
      <div className="max-w-2xl p-5">
        <Note severity="stop">{failure.message}</Note>
        {gone && current && (
          <Button className="mt-4 mr-4" kind="main" onClick={() => putBack(current)}>
            Put “{name}” back
          </Button>
        )}
        {unreadable && stored && (
          <a
            className="mt-4 mr-6 inline-block font-semibold underline underline-offset-4"
            href={stored}
            download
          >
            Take away what is stored (JSON)
          </a>
        )}
        {away && (
          <Button className="mt-4 mr-4" kind="main" onClick={() => client.invalidateQueries()}>
            Try again
          </Button>
        )}
        <Link to="/" className="mt-4 inline-block font-semibold underline underline-offset-4">
          Back to the shelf
        </Link>
      </div>
    </>
  );
}

/** What there is to say of the dough as a whole: another device's changes, a refused save, values that were adjusted. */
export function DoughNotes({ dough, kitchen }: { dough: ReturnType<typeof useDough>; kitchen: Kitchen }) {
  const { held, state, arrived } = dough;
  return (
    <div className="grid gap-2 empty:hidden">
      {held && state === "stale" && (
        <Note severity="ask">
          <p className="mb-2">{held.message}</p>
          <div className="flex flex-wrap gap-2">
            <Button onClick={dough.keepCopy}>Keep mine as a copy</Button>
            <Button onClick={dough.takeOther}>Take the other</Button>
          </div>
        </Note>
      )}
      {held && state === "gone" && (
        <Note severity="ask">
          <p className="mb-2">{held.message}</p>
          <div className="flex flex-wrap gap-2">
            <Button kind="main" onClick={() => outbox.putBack(held)}>
              Put it back
            </Button>
            <Button onClick={dough.keepCopy}>Keep mine as a copy</Button>
          </div>
        </Note>
      )}
      {held && state === "refused" && <Note severity="stop">{held.message}</Note>}
      {arrived && (
        <Note severity="note">
          Another device changed this dough at {clock(arrived, kitchen)}: that is shown now. Undo brings back
          what was here.
        </Note>
      )}
      {dough.adjusted.map((problem) => (
        <ProblemNote key={problem.field} problem={problem} />
      ))}
    </div>
  );
}
