/** The bench: what goes in, what dough it makes, what comes out; side by side, always in view. */

import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { DoughSpec, Problem, Schemas } from "../../client/api";
import { useAssessment } from "../../client/assessments";
import { lastDough, useDough } from "../../client/dough";
import { useKitchen } from "../../client/kitchen";
import { useShare } from "../../client/shares";
import { useOpened } from "../../pieces/address";
import { Button } from "../../pieces/controls";
import { Menu, MenuItem } from "../../pieces/menu";
import { DoughNotes, Missing, ToFirstDough } from "../../pieces/missing";
import { Note } from "../../pieces/notes";
import { SaveMark } from "../../pieces/save";
import { useDivide } from "../../pieces/shares";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { Tip } from "../../pieces/tip";
import { CardSheet } from "./CardSheet";
import { DoughPanel } from "./DoughPanel";
import { FilesSheet } from "./FilesSheet";
import { Allergens, Foot } from "./Foot";
import { LinesPanel } from "./LinesPanel";
import { OutcomePanel } from "./OutcomePanel";
import { applyRemedy } from "./remedy";
import { ScaleSheet } from "./ScaleSheet";
import { SwapSheet } from "./SwapSheet";
import { VersionsSheet } from "./VersionsSheet";

type Outcome = Schemas["Outcome"];

const linkButton =
  "inline-flex min-h-11 items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-3 font-semibold hover:bg-well";

export function Bench() {
  const { id } = useParams();
  const navigate = useNavigate();
  const dough = useDough(id);
  const { data: kitchen } = useKitchen();
  const { found, failed } = useAssessment(dough.spec, kitchen);
  const [sheet, setSheet] = useOpened("sheet");
  const lines = useRef<HTMLDivElement>(null);
  useUndoKeys(dough.undo, dough.redo);
  const part = useShare(dough.spec, found, dough.change);
  const { divides, divide } = useDivide(dough.spec, found, part.choose, dough.change);
  const ghost = useGhost(part.found?.outcome ?? undefined, `${id} ${part.share?.id ?? ""}`);
  useEffect(() => {
    if (id) lastDough.set(id);
  }, [id]);
  if (!id) return <ToFirstDough place="bench" />;
  if (!dough.spec || !part.view || !kitchen)
    return dough.failure ? <Missing failure={dough.failure} id={id} /> : <Coming title="Bench" />;
  const remedy = (problem: Problem) => part.edit((spec) => applyRemedy(spec, problem));
  const shape = (of: Partial<DoughSpec>) => part.edit((spec) => ({ ...spec, ...of }));
  const problems = found?.problems ?? [];
  const opens = (name: string) => (open: boolean) => setSheet(open ? name : undefined);
  const take = (spec: DoughSpec) => dough.change(() => spec);
  const shares = {
    spec: dough.spec,
    found,
    kitchen,
    share: part.share,
    onChoose: part.choose,
    onSpec: dough.change,
  };
  const set = (part: Partial<DoughSpec>) => dough.change((spec) => ({ ...spec, ...part }));
  return (
    <div className="flex min-h-dvh flex-col xl:h-dvh">
      <PlaceHeader
        name={dough.spec.name}
        title={
          <input
            aria-label="Name of the dough"
            className="field-sizing-content max-w-full min-w-48 rounded-md border-b-2 border-transparent bg-transparent font-extrabold hover:border-line"
            title={dough.spec.name}
            value={dough.spec.name}
            maxLength={80}
            onChange={(event) => set({ name: event.target.value || "New dough" })}
          />
        }
      >
        <SaveMark state={dough.state} />
        <Tip says="Undo (Ctrl Z)">
          <Button
            kind="plain"
            aria-label="Undo"
            className="px-2"
            disabled={!dough.canUndo}
            onClick={dough.undo}
          >
            ↶
          </Button>
        </Tip>
        <Tip says="Redo (Ctrl Shift Z)">
          <Button
            kind="plain"
            aria-label="Redo"
            className="px-2"
            disabled={!dough.canRedo}
            onClick={dough.redo}
          >
            ↷
          </Button>
        </Tip>
        <Menu label="Change">
          <MenuItem onSelect={() => setSheet("scale")}>Scale: more or less of it</MenuItem>
          <MenuItem onSelect={() => setSheet("swap")}>Swap an ingredient</MenuItem>
          <MenuItem onSelect={() => navigate(`/wish?from=${id}`)}>
            Wish it otherwise: “like this, but …”
          </MenuItem>
          <MenuItem onSelect={divide} disabled={!divides}>
            Divide it into parts
          </MenuItem>
        </Menu>
        <Menu label="More">
          <MenuItem onSelect={() => setSheet("card")}>Its card</MenuItem>
          <MenuItem onSelect={() => setSheet("versions")}>Versions</MenuItem>
          <MenuItem onSelect={() => setSheet("files")}>Files and print</MenuItem>
        </Menu>
        <Link to={`/weigh/${id}`} className={linkButton}>
          Weigh in
        </Link>
        <Link
          to={`/day?dough=${id}`}
          className="inline-flex min-h-11 items-center rounded-[10px] bg-chosen px-4 font-semibold text-on-chosen"
        >
          Plan the baking
        </Link>
      </PlaceHeader>
      <CardSheet
        open={sheet === "card"}
        onOpen={opens("card")}
        spec={dough.spec}
        kitchen={kitchen}
        onSpec={set}
      />
      <ScaleSheet
        open={sheet === "scale"}
        onOpen={opens("scale")}
        spec={dough.spec}
        kitchen={kitchen}
        weighed={found?.lines ?? []}
        onTake={take}
      />
      <SwapSheet
        open={sheet === "swap"}
        onOpen={opens("swap")}
        spec={dough.spec}
        kitchen={kitchen}
        weighed={found?.lines ?? []}
        onTake={take}
      />
      <VersionsSheet
        id={id}
        open={sheet === "versions"}
        onOpen={opens("versions")}
        spec={dough.spec}
        revision={dough.state === "saved" ? dough.revision : undefined}
        kitchen={kitchen}
        onTake={take}
      />
      <FilesSheet id={id} open={sheet === "files"} onOpen={opens("files")} />
      <div className="px-5">
        <DoughNotes dough={dough} kitchen={kitchen} />
        {failed && <Note severity="stop">{failed} What comes out is shown as it was before.</Note>}
      </div>
      <div className="grid min-h-0 flex-1 gap-3 p-5 pt-2 pb-3 xl:grid-cols-[minmax(0,23.5rem)_minmax(0,1fr)]">
        <div className="flex min-h-0 flex-col [&>section]:flex-1">
          <div ref={lines} />
          <LinesPanel
            kitchen={kitchen}
            spec={dough.spec}
            weighed={found?.lines ?? []}
            onLines={(next) => set({ lines: next })}
          />
        </div>
        <div className="flex min-h-0 flex-col gap-3 max-xl:order-first">
          <OutcomePanel
            spec={part.view}
            found={part.found}
            ghost={ghost}
            kitchen={kitchen}
            problems={part.found?.problems ?? problems}
            shares={shares}
            over={lines}
            whole={{ spec: dough.spec, problems, onSpec: set }}
            onSpec={shape}
            onRemedy={remedy}
            className="flex-1"
          />
          <DoughPanel
            spec={dough.spec}
            found={found}
            kitchen={kitchen}
            shaped={{ spec: part.view, dough: part.found?.dough ?? undefined, onSpec: shape }}
            onSpec={set}
          />
        </div>
      </div>
      {found?.dough && (
        <div className="px-5 pb-3 xl:hidden">
          <Allergens dough={found.dough} />
        </div>
      )}
      <Foot found={part.found} whole={found} kitchen={kitchen} share={part.share?.id} />
    </div>
  );
}

/** Undo and redo by the usual keys, everywhere on the bench. */
function useUndoKeys(undo: () => void, redo: () => void) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      if (key !== "z" && key !== "y") return;
      // Over the bench lies a sheet: what is typed in it is not the dough.
      if (event.target instanceof Element && event.target.closest("[data-sheet]")) return;
      event.preventDefault();
      if (key === "y" || event.shiftKey) redo();
      else undo();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [undo, redo]);
}

const GHOST_MS = 1500;

/** The outcome before the last change, so that the change can be seen; changes in quick succession count as one. */
function useGhost(outcome: Outcome | undefined, id: string | undefined): Outcome | undefined {
  const [ghost, setGhost] = useState<Outcome>();
  const settled = useRef<{ outcome?: Outcome; id?: string; at: number }>({ at: 0 });
  useEffect(() => {
    if (!outcome) return;
    const now = Date.now();
    const before = settled.current;
    const moved =
      before.outcome && before.outcome.baked.diameter_mm.value !== outcome.baked.diameter_mm.value;
    if (before.id !== id) setGhost(undefined);
    else if (moved && now - before.at > GHOST_MS) setGhost(before.outcome);
    if (!before.outcome || before.id !== id || moved) settled.current = { outcome, id, at: now };
  }, [outcome, id]);
  return ghost;
}
