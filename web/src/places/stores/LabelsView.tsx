/** Labels: what must stand on them by the dough as it now is, laid on one's own sheets, never cut. */
import { Link, useNavigate, useParams } from "react-router";
import type { Kitchen, Schemas } from "../../client/api";
import { useDoughName } from "../../client/dough";
import { addThing, changeThing, type Label, useLabelDraft, useThings } from "../../client/stores";
import { within } from "../../client/within";
import { GuideDrawing } from "../../drawing/guide";
import { Segments, Select, Switch } from "../../pieces/choice";
import { Button, FileButton, MaybeField, NumberField, TextField } from "../../pieces/controls";
import { LengthField } from "../../pieces/measures";
import { DayField } from "../../pieces/moment";
import { Note, Panel, ProblemNote } from "../../pieces/notes";
import { LABEL_PAPERS, options } from "../../words/labels";
import { newLabel, USUAL_SHEET } from "./label";
import { DoughSelect, setAside, today } from "./parts";
import { useHousekeeping } from "./ShopSettings";
import type { ViewProps } from "./Stores";

type Sheet = Schemas["LabelSheet"];

export function LabelsView({ kitchen }: ViewProps) {
  const { id } = useParams();
  const { things } = useThings("label");
  const open = things.find((one) => one.id === id) ?? things[0];
  const navigate = useNavigate();
  const add = (dough_id: string, name: string) => {
    if (!dough_id) return;
    // A new label begins as the last one was laid: the same sheets lie in the drawer.
    const label = newLabel(dough_id, { sheet: things[0]?.thing.sheet ?? USUAL_SHEET });
    navigate(`/stores/labels/${addThing(label, `Label: ${name}`)}`);
  };
  return (
    <div className="grid gap-4 p-5">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-64">
          <DoughSelect label="A label for" none="choose a dough" value="" onValue={add} />
        </div>
        <nav aria-label="Labels there are" className="flex flex-wrap gap-1">
          {things.map((one) => (
            <Link
              key={one.id}
              to={`/stores/labels/${one.id}`}
              aria-current={one.id === open?.id ? "page" : undefined}
              className="inline-flex min-h-11 items-center rounded-[10px] border-[1.5px] border-edge bg-raised px-3 font-medium aria-[current]:border-chosen aria-[current]:bg-chosen aria-[current]:text-on-chosen"
            >
              <DoughName id={one.thing.dough_id} title={one.thing.title ?? ""} />
            </Link>
          ))}
        </nav>
      </div>
      {open ? (
        <LabelEditor
          key={open.id}
          id={open.id}
          revision={open.revision}
          label={open.thing}
          kitchen={kitchen}
        />
      ) : (
        <p className="text-quiet">
          Choose a dough: its ingredients by mass, its allergens and its dates are put down by themselves.
        </p>
      )}
    </div>
  );
}

function DoughName({ id, title }: { id: string; title: string }) {
  const name = useDoughName(id);
  return <>{title || name || "…"}</>;
}

/** What stands on every label of this kitchen. */
function EveryLabel({ kitchen }: ViewProps) {
  const [{ may_contain = "", maker = "" }, put] = useHousekeeping(kitchen);
  return (
    <Panel title="On every label of this kitchen">
      <div className="grid gap-4 p-4">
        <TextField
          label="May contain"
          hint="nuts and sesame"
          most={120}
          value={may_contain}
          onValue={(text) => put({ may_contain: text })}
        />
        <TextField
          label="Made by"
          hint="a name and a town"
          value={maker}
          onValue={(text) => put({ maker: text })}
        />
      </div>
    </Panel>
  );
}

function LabelEditor(props: { id: string; revision: number; label: Label; kitchen: Kitchen }) {
  const { id, label, kitchen } = props;
  const { data, error } = useLabelDraft(label);
  const put = (part: Partial<Label>) => changeThing(id, label, { ...label, ...part }, "A label");
  const problems = [...(data?.text.problems ?? []), ...(data?.laid.problems ?? [])];
  const stopped = problems.some((one) => one.severity === "stop");
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
      <div className="grid gap-4">
        <Panel title="What stands on it">
          <div className="grid gap-4 p-4">
            <Fields label={label} named={data?.named ?? []} kitchen={kitchen} onPut={put} />
            <SheetFields
              sheet={label.sheet ?? USUAL_SHEET}
              kitchen={kitchen}
              onSheet={(sheet) => put({ sheet })}
            />
            <NumberField
              label="How many labels"
              unit=""
              value={label.copies ?? 8}
              {...within("Label", "copies")}
              onValue={(copies) => put({ copies })}
            />
            <Button
              kind="quiet"
              className="justify-self-start"
              onClick={() => {
                setAside(id, props.revision, "A label", "The label is put aside.");
              }}
            >
              Put this label aside
            </Button>
          </div>
        </Panel>
        <EveryLabel kitchen={kitchen} />
      </div>
      <div className="grid gap-4 lg:sticky lg:top-4">
        {error && <Note severity="stop">{error.message}</Note>}
        {data && (
          <Panel title={`As it prints, letters ${data.laid.letters_mm.toFixed(1)} mm high`}>
            <div className="p-3">
              <GuideDrawing guide={data.laid.guide} us={kitchen.units === "us"} />
            </div>
          </Panel>
        )}
        {problems.map((problem) => (
          <ProblemNote key={problem.message} problem={problem} />
        ))}
        {!stopped && data && (
          <div className="flex flex-wrap gap-2">
            <FileButton href={`/api/labels/${id}/pdf`}>Print: PDF at 1:1</FileButton>
            <FileButton href={`/api/labels/${id}/svg`}>One as a drawing (SVG)</FileButton>
          </div>
        )}
        {data && <Note severity="note">{data.caution}</Note>}
      </div>
    </div>
  );
}

function Fields(props: {
  label: Label;
  named: string[];
  kitchen: Kitchen;
  onPut: (part: Partial<Label>) => void;
}) {
  const { label, kitchen, onPut } = props;
  return (
    <>
      <TextField
        label="Name"
        hint="as the dough is called"
        value={label.title ?? ""}
        onValue={(title) => onPut({ title })}
      />
      <TextField
        label="Words of your own"
        hint="For the ferry's hundredth"
        most={200}
        value={label.words ?? ""}
        onValue={(words) => onPut({ words })}
      />
      <div className="flex flex-wrap items-end gap-4">
        <NumberField
          label="Cookies in it"
          unit=""
          value={label.pieces ?? 6}
          {...within("Label", "pieces")}
          onValue={(pieces) => onPut({ pieces })}
        />
        <DayField
          label="Made on"
          value={label.made_on ?? today()}
          kitchen={kitchen}
          onValue={(made_on) => onPut({ made_on })}
        />
        <MaybeField
          label="Keeps (blank: as usual)"
          unit="d"
          value={label.keeps_days ?? null}
          start={14}
          {...within("Label", "keeps_days")}
          onValue={(keeps_days) => onPut({ keeps_days })}
        />
      </div>
      <TextField
        label="May contain, from this kitchen"
        hint={kitchen.stores?.may_contain || "nuts and sesame"}
        most={200}
        value={label.may_contain ?? ""}
        onValue={(text) => onPut({ may_contain: text === "" ? null : text })}
      />
      <Switch
        label="There is nothing to name: no traces of others"
        checked={label.no_traces ?? false}
        onChecked={(no_traces) => onPut({ no_traces })}
      />
      <Switch
        label="Nutrition, about"
        checked={label.nutrition ?? false}
        onChecked={(nutrition) => onPut({ nutrition })}
      />
      <Select
        label="Name the share of"
        value={label.percent_of ?? ""}
        options={[["", "none"], ...props.named.map((name) => [name, name] as const)]}
        onValue={(percent_of) => onPut({ percent_of: percent_of || null })}
      />
    </>
  );
}

function SheetFields(props: { sheet: Sheet; kitchen: Kitchen; onSheet: (sheet: Sheet) => void }) {
  const { sheet, kitchen, onSheet } = props;
  const put = (part: Partial<Sheet>) => onSheet({ ...sheet, ...part });
  const roll = sheet.paper === "roll";
  const lengths = [
    ["width_mm", "Wide"],
    ["height_mm", "High"],
    ...(roll
      ? []
      : ([
          ["left_mm", "From the left"],
          ["top_mm", "From the top"],
          ["across_gap_mm", "Gap across"],
          ["down_gap_mm", "Gap down"],
        ] as const)),
  ] as const;
  return (
    <fieldset className="grid gap-3">
      <legend className="mb-1 font-bold">The sheet, as its packet says</legend>
      <Segments
        label="Paper"
        value={sheet.paper ?? "a4"}
        options={options(LABEL_PAPERS)}
        onValue={(paper) => put({ paper })}
      />
      <div className="flex flex-wrap items-end gap-3">
        {!roll && (
          <>
            <NumberField
              label="Across"
              unit=""
              width="w-16"
              value={sheet.columns ?? 2}
              {...within("LabelSheet", "columns")}
              onValue={(columns) => put({ columns })}
            />
            <NumberField
              label="Down"
              unit=""
              width="w-16"
              value={sheet.rows ?? 4}
              {...within("LabelSheet", "rows")}
              onValue={(rows) => put({ rows })}
            />
          </>
        )}
        {lengths.map(([field, label]) => (
          <LengthField
            key={field}
            kitchen={kitchen}
            label={label}
            value={sheet[field] ?? 0}
            {...within("LabelSheet", field)}
            step={0.5}
            onValue={(mm) => put({ [field]: mm })}
          />
        ))}
      </div>
    </fieldset>
  );
}
