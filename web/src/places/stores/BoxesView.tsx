/** Gift boxes: what goes in, how it lies to scale, what has to be baked for them, and in which order. */
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Kitchen, Schemas } from "../../client/api";
import { newKey } from "../../client/entries";
import { addThing, type Boxes, changeThing, useBoxesDraft, useThings } from "../../client/stores";
import { within } from "../../client/within";
import { BoxDrawing } from "../../drawing/box";
import { Select, Switch } from "../../pieces/choice";
import { Button, LinkButton, MaybeField, NameField, NumberField } from "../../pieces/controls";
import { LengthField, MaybeMass } from "../../pieces/measures";
import { Note, Panel, ProblemNote } from "../../pieces/notes";
import { costs, mass, plural } from "../../words/numbers";
import { newLabel } from "./label";
import { DoughSelect, setAside } from "./parts";
import type { ViewProps } from "./Stores";

type BoxPlan = Schemas["BoxPlan"];

export function BoxesView({ kitchen }: ViewProps) {
  const { id } = useParams();
  const { things } = useThings("boxes");
  const open = things.find((one) => one.id === id) ?? things[0];
  const navigate = useNavigate();
  const add = (dough_id: string, name: string) => {
    if (!dough_id) return;
    const boxes: Boxes = {
      ...BOXES,
      name: `Boxes with ${name}`.slice(0, 80),
      kinds: [{ id: newKey(), dough_id, each: null }],
    };
    navigate(`/stores/boxes/${addThing(boxes, boxes.name)}`);
  };
  return (
    <div className="grid gap-4 p-5">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-64">
          <DoughSelect label="New boxes, first with" none="choose a dough" value="" onValue={add} />
        </div>
        <nav aria-label="Boxes there are" className="flex flex-wrap gap-1">
          {things.map((one) => (
            <Link
              key={one.id}
              to={`/stores/boxes/${one.id}`}
              aria-current={one.id === open?.id ? "page" : undefined}
              className="inline-flex min-h-11 items-center rounded-[10px] border-[1.5px] border-edge bg-raised px-3 font-medium aria-[current]:border-chosen aria-[current]:bg-chosen aria-[current]:text-on-chosen"
            >
              {one.thing.name}
            </Link>
          ))}
        </nav>
      </div>
      {open ? (
        <BoxesEditor
          key={open.id}
          id={open.id}
          revision={open.revision}
          boxes={open.thing}
          kitchen={kitchen}
        />
      ) : (
        <p className="text-quiet">Choose a first kind; more can join it. The rest is worked out.</p>
      )}
    </div>
  );
}

const BOXES: Omit<Boxes, "name" | "kinds"> = {
  kind: "boxes",
  boxes: 6,
  for_day: null,
  about_g: 300,
  width_mm: 180,
  depth_mm: 180,
  height_mm: 60,
  nut_free: false,
  packaging_id: null,
};

function BoxesEditor(props: { id: string; revision: number; boxes: Boxes; kitchen: Kitchen }) {
  const { id, boxes, kitchen } = props;
  const { data, error } = useBoxesDraft(boxes);
  const put = (part: Partial<Boxes>) => changeThing(id, boxes, { ...boxes, ...part }, boxes.name);
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <Panel title="The boxes">
        <BoxFields {...props} onPut={put} />
      </Panel>
      <div className="grid gap-4 lg:sticky lg:top-4">
        {error && <Note severity="stop">{error.message}</Note>}
        {data && (
          <>
            <Panel title={`In each box: ${mass(data.plan.mass_g.value, kitchen)}`}>
              <div className="grid gap-3 p-4">
                <BoxDrawing boxes={boxes} plan={data.plan} us={kitchen.units === "us"} />
                {data.box_cost && (
                  <p>
                    <strong>{costs(data.box_cost, kitchen)}</strong> a box
                    {data.unpriced > 0 &&
                      `, without ${plural(data.unpriced, "ingredient")} that have no price`}
                  </p>
                )}
              </div>
            </Panel>
            {data.plan.problems.map((problem) => (
              <ProblemNote key={problem.message} problem={problem} />
            ))}
            <ToBake plan={data.plan} boxes={boxes} />
            {data.plan.notes.map((note) => (
              <Note key={note} severity="note">
                {note}
              </Note>
            ))}
          </>
        )}
      </div>
    </div>
  );
}

function BoxFields(props: {
  id: string;
  revision: number;
  boxes: Boxes;
  kitchen: Kitchen;
  onPut: (part: Partial<Boxes>) => void;
}) {
  const { id, revision, boxes, kitchen, onPut } = props;
  const { things: packs } = useThings("packaging");
  const kind = (of: string, part: Partial<Boxes["kinds"][number]>) =>
    onPut({ kinds: boxes.kinds.map((one) => (one.id === of ? { ...one, ...part } : one)) });
  return (
    <div className="grid gap-4 p-4">
      <NameField label="Called" value={boxes.name} onValue={(name) => onPut({ name })} />
      <div className="flex flex-wrap items-end gap-4">
        <NumberField
          label="Boxes"
          unit=""
          value={boxes.boxes ?? 6}
          {...within("Boxes", "boxes")}
          onValue={(count) => onPut({ boxes: count })}
        />
        <MaybeMass
          kitchen={kitchen}
          label="Each about"
          value={boxes.about_g ?? null}
          start={300}
          {...within("Boxes", "about_g")}
          step={50}
          onValue={(about_g) => onPut({ about_g })}
        />
      </div>
      {boxes.kinds.map((one, index) => (
        <div key={one.id} className="flex flex-wrap items-end gap-3 border-t-[1.5px] border-line pt-3">
          <div className="min-w-44 flex-1">
            <DoughSelect
              label={`Kind ${index + 1}`}
              value={one.dough_id}
              onValue={(dough_id) => kind(one.id, { dough_id })}
            />
          </div>
          <MaybeField
            label="In each box"
            unit=""
            width="w-16"
            value={one.each ?? null}
            start={3}
            {...within("BoxKind", "each")}
            onValue={(each) => kind(one.id, { each })}
          />
          {boxes.kinds.length > 1 && (
            <Button
              kind="quiet"
              aria-label={`Leave out kind ${index + 1}`}
              onClick={() => onPut({ kinds: boxes.kinds.filter((other) => other.id !== one.id) })}
            >
              Leave out
            </Button>
          )}
        </div>
      ))}
      {boxes.kinds.length < 8 && (
        <DoughSelect
          label="And another kind"
          none="choose a dough"
          value=""
          onValue={(dough_id) =>
            dough_id && onPut({ kinds: [...boxes.kinds, { id: newKey(), dough_id, each: null }] })
          }
        />
      )}
      <fieldset className="flex flex-wrap items-end gap-3">
        <legend className="mb-1 font-bold">Inside the box</legend>
        {(
          [
            ["width_mm", "Wide"],
            ["depth_mm", "Deep"],
            ["height_mm", "High"],
          ] as const
        ).map(([field, label]) => (
          <LengthField
            key={field}
            kitchen={kitchen}
            label={label}
            value={boxes[field] ?? 100}
            {...within("Boxes", field)}
            step={5}
            onValue={(mm) => onPut({ [field]: mm })}
          />
        ))}
      </fieldset>
      {packs.length > 0 && (
        <Select
          label="Packed in"
          value={boxes.packaging_id ?? ""}
          options={[["", "nothing"], ...packs.map((one) => [one.id, one.thing.name] as const)]}
          onValue={(packaging_id) => onPut({ packaging_id: packaging_id || null })}
        />
      )}
      <Switch
        label="These boxes are to be free of nuts"
        checked={boxes.nut_free ?? false}
        onChecked={(nut_free) => onPut({ nut_free })}
      />
      <Button
        kind="quiet"
        className="justify-self-start"
        onClick={() => {
          setAside(id, revision, boxes.name, `“${boxes.name}” is put aside.`);
        }}
      >
        Put these boxes aside
      </Button>
    </div>
  );
}

/** What to bake in which order, and the way on: to the list, to the day, to the labels. */
function ToBake({ plan, boxes }: { plan: BoxPlan; boxes: Boxes }) {
  const { things: labels } = useThings("label");
  const [labelled, setLabelled] = useState(false);
  const inOrder = plan.kinds.toSorted((a, b) => a.order - b.order);
  const words = inOrder.map((kind) => `dough=${kind.dough_id},${kind.times}`).join("&");
  // What is to be free of nuts goes ahead of whatever else is put into that day.
  const days = inOrder
    .map((kind) => `dough=${kind.dough_id},${kind.times}${kind.apart ? ",,,,,,,,ahead" : ""}`)
    .join("&");
  const label = () => {
    for (const kind of inOrder) {
      const own = `label-${boxes.name.replace(/[^A-Za-z0-9]+/g, "-").slice(0, 20)}-${kind.dough_id}`.slice(
        0,
        64,
      );
      if (labels.some((one) => one.id === own)) continue;
      addThing(
        newLabel(kind.dough_id, { pieces: kind.each, copies: boxes.boxes ?? 1 }),
        `Label: ${kind.size.name}`,
        own,
      );
    }
    setLabelled(true);
  };
  return (
    <Panel title="To bake, in this order">
      <ol className="divide-y divide-line">
        {inOrder.map((kind) => (
          <li key={kind.dough_id} className="flex flex-wrap items-baseline gap-x-3 px-4 py-2">
            <span className="text-lead font-bold">
              {kind.order + 1}. {kind.size.name}
            </span>
            <span>{kind.says}</span>
            <span className="text-note text-quiet">
              keep about {Math.round(kind.size.keeps_days)} days{kind.apart && ", free of nuts by its lines"}
            </span>
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap gap-2 border-t-[1.5px] border-line p-4">
        <LinkButton to={`/stores/shopping?${words}&name=${encodeURIComponent(boxes.name)}`}>
          What to buy
        </LinkButton>
        <LinkButton to={`/day?${days}`}>Plan the day</LinkButton>
        {labelled ? (
          <LinkButton to="/stores/labels">See the labels</LinkButton>
        ) : (
          <Button onClick={label}>Labels for them</Button>
        )}
      </div>
    </Panel>
  );
}
