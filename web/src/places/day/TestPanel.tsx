/** A test cookie of the day, written down in twenty seconds: the rest of its dough is then laid out and timed by it. */
import { type FormEvent, useState } from "react";
import type { ApiError, Kitchen, SavedPlan, Schemas } from "../../client/api";
import { useStill } from "../../client/assessments";
import { type Measured, NOTHING, useDraft } from "../../client/bakes";
import { outbox } from "../../client/outbox";
import { within } from "../../client/within";
import { Segments } from "../../pieces/choice";
import { Button, MaybeField } from "../../pieces/controls";
import { Note, Panel } from "../../pieces/notes";
import { Asked, Widths } from "../../pieces/widths";
import { useWritten } from "../../pieces/written";
import { options, VERDICTS } from "../../words/labels";
import { clock, plural } from "../../words/numbers";

const NOT_SAID = "none";

type Load = Schemas["LoadWork"];

export function TestPanels(props: { saved: SavedPlan; kitchen: Kitchen; onPlan: (plan: SavedPlan) => void }) {
  return props.saved.plan.work.loads.map(
    (load, i) => load.test && !load.told && <TestPanel key={load.name} {...props} load={load} index={i} />,
  );
}

function TestPanel(props: {
  saved: SavedPlan;
  kitchen: Kitchen;
  load: Load;
  index: number;
  onPlan: (plan: SavedPlan) => void;
}) {
  const { saved, kitchen, load, index } = props;
  const { plan } = saved;
  const { written: measured, write: put, forget } = useWritten<Measured>(`${saved.id}.${load.name}`, NOTHING);
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const out = plan.steps.find(({ kind, load: of }) => kind === "unload" && of === index);
  const at = out && clock(new Date(new Date(plan.start).getTime() + out.start_s * 1000), kitchen);
  const asked = saved.request.doughs[plan.work.doughs[load.dough]?.asked ?? 0];
  const [since] = useState(() => new Date().toISOString());
  const draft = useStill({
    dough_id: asked?.dough_id ?? "",
    batch: asked?.share_id ?? "",
    baked_at: since,
    tray: "",
    half: "",
    measured,
  });
  const { data } = useDraft(draft, Boolean(asked));
  const questions = data?.questions ?? [];
  const told = measured.widths_mm.length > 0 || measured.oven_min !== null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWorking(true);
    setProblem(undefined);
    const now = new Date().toISOString();
    const body = { revision: saved.revision, load: index, measured, now };
    try {
      const plan = await outbox.ask<SavedPlan>({ kind: "tell-test", id: saved.id, told: body });
      forget();
      props.onPlan(plan);
    } catch (failure) {
      const { current, errors, message } = failure as ApiError;
      if (current) props.onPlan(current as SavedPlan);
      setProblem(errors[0]?.message ?? message);
    } finally {
      setWorking(false);
    }
  };
  const dough = plan.work.doughs[load.dough]?.name ?? load.name;
  return (
    <Panel
      title={`Test cookie: ${dough}`}
      aside={<span className="text-plain text-quiet">{at && `out at ${at} by this plan`}</span>}
    >
      <form className="no-print flex flex-wrap items-end gap-4 p-4" onSubmit={submit}>
        <Widths
          measured={measured}
          kitchen={kitchen}
          foretold={data?.foretold ?? undefined}
          problems={questions}
          most={load.pieces}
          onPut={put}
        />
        <MaybeField
          label="In the oven"
          unit="min"
          value={measured.oven_min}
          start={Math.round(load.bake_s / 30) / 2}
          step={0.5}
          {...within("Measured", "oven_min")}
          onValue={(oven_min) => put({ oven_min })}
        />
        <Segments
          label={load.pieces > 1 ? "and then they were" : "and then it was"}
          value={measured.verdict ?? NOT_SAID}
          onValue={(verdict) => put({ verdict: verdict === NOT_SAID ? null : verdict })}
          options={[[NOT_SAID, "not sure"], ...options(VERDICTS)] as const}
        />
        <Asked
          problems={questions.filter(({ field }) => field === "oven_min")}
          onRemedy={(one) => put({ oven_min: Number(one.remedy?.value) })}
        />
        <Button type="submit" kind="main" disabled={!told || working}>
          {working ? "Working it out…" : "Lay out the rest by it"}
        </Button>
        <p className="basis-full text-plain text-quiet">
          {plural(load.pieces, "cookie")} of {dough}. What you write is kept in its notebook as a bake;
          nothing else of the dough is shaped before.
        </p>
        {problem && (
          <div className="basis-full">
            <Note severity="stop">{problem}</Note>
          </div>
        )}
      </form>
    </Panel>
  );
}
