/** What goes in: every line as typed, what it was read as, its grams and baker's percentage. */
import { useRef, useState } from "react";
import type { DoughSpec, Line, WeighedLine } from "../../client/api";
import { useCatalogue } from "../../client/hooks";
import { Button } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";
import { grams, percent } from "../../pieces/say";

const MAX_LINES = 60;
let made = 0;
const newId = () => `n${Date.now().toString(36)}${(made++).toString(36)}`;

export function LinesPanel({
  spec,
  weighed,
  onLines,
}: {
  spec: DoughSpec;
  weighed: WeighedLine[];
  onLines: (lines: Line[]) => void;
}) {
  const list = useRef<HTMLUListElement>(null);
  const [full, setFull] = useState(false);
  const { lines } = spec;
  const readings = new Map(weighed.map((line) => [line.line_id, line]));
  const put = (next: Line[]) => {
    setFull(next.length > MAX_LINES);
    if (next.length <= MAX_LINES) onLines(next);
  };
  const change = (id: string, part: Partial<Line>) =>
    put(lines.map((line) => (line.id === id ? { ...line, ...part } : line)));
  const focus = (index: number) =>
    requestAnimationFrame(() =>
      list.current?.querySelectorAll<HTMLInputElement>("input[data-line]")[index]?.focus(),
    );
  const insert = (after: number, texts: string[]) => {
    const added = texts.map((text) => ({
      id: newId(),
      text: text.slice(0, 300),
      part: lines[after]?.part ?? ("dough" as const),
    }));
    put([...lines.slice(0, after + 1), ...added, ...lines.slice(after + 1)]);
    focus(after + added.length);
  };
  const remove = (index: number) => {
    put(lines.filter((_, i) => i !== index));
    focus(Math.max(0, index - 1));
  };
  return (
    <Panel
      title="What goes in"
      aside={
        <Button kind="quiet" onClick={() => insert(lines.length - 1, [""])}>
          Add a line
        </Button>
      }
    >
      {full && (
        <p className="px-4 pt-2 font-medium text-stop-edge">A dough holds at most {MAX_LINES} lines.</p>
      )}
      <ul ref={list} className="min-h-0 flex-1 divide-y divide-line overflow-y-auto">
        {lines.map((line, index) => (
          <LineRow
            key={line.id}
            line={line}
            seen={readings.get(line.id)}
            heading={line.part !== "dough" && lines[index - 1]?.part !== line.part ? line.part : undefined}
            onChange={(part) => change(line.id, part)}
            onEnter={() => insert(index, [""])}
            onPasteLines={(texts) => insert(index, texts)}
            onRemove={() => remove(index)}
          />
        ))}
      </ul>
    </Panel>
  );
}

function LineRow(props: {
  line: Line;
  seen?: WeighedLine;
  heading?: string;
  onChange: (part: Partial<Line>) => void;
  onEnter: () => void;
  onPasteLines: (texts: string[]) => void;
  onRemove: () => void;
}) {
  const { line, seen, onChange } = props;
  const [open, setOpen] = useState(false);
  const reading = seen?.reading;
  const unsure = Boolean(line.text.trim()) && reading !== undefined && reading.sureness !== "sure";
  return (
    <li className={unsure ? "bg-ask" : undefined}>
      {props.heading && (
        <p className="bg-well px-4 pt-2 pb-1 text-[13px] font-semibold text-quiet">
          {props.heading[0]?.toUpperCase()}
          {props.heading.slice(1)}: not counted in the dough
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_auto_2.75rem] items-center gap-x-2 pl-4">
        <div className="min-w-0">
          <input
            data-line
            aria-label={`Line: ${line.text || "empty"}`}
            className="h-7 w-full bg-transparent text-[16px]"
            value={line.text}
            maxLength={300}
            placeholder="250 g plain flour"
            onChange={(event) => onChange({ text: event.target.value, ingredient_id: null, mass_g: null })}
            onKeyDown={(event) => {
              if (event.key === "Enter") props.onEnter();
              if (event.key === "Backspace" && !line.text) {
                event.preventDefault();
                props.onRemove();
              }
            }}
            onPaste={(event) => {
              const rows = event.clipboardData
                .getData("text")
                .split("\n")
                .map((row) => row.trim())
                .filter(Boolean);
              if (rows.length > 1) {
                event.preventDefault();
                props.onPasteLines(rows);
              }
            }}
          />
          <p className="truncate pb-1 text-[13.5px] leading-tight text-quiet">
            {unsure && <strong className="text-ask-edge">? </strong>}
            {reading?.ingredient_name || (line.text.trim() ? "not read yet" : "")}
            {line.mass_g != null && " · grams typed by you"}
          </p>
        </div>
        <p className="text-right leading-tight">
          <span className="block font-semibold">
            {reading?.mass_g == null ? (line.text.trim() ? "? g" : "") : grams(reading.mass_g)}
          </span>
          <span className="block text-[13.5px] text-quiet">
            {seen?.bakers_pct == null ? "" : percent(seen.bakers_pct, seen.bakers_pct < 10 ? 1 : 0)}
          </span>
        </p>
        <button
          type="button"
          aria-expanded={open || unsure}
          aria-label={`Settle or remove “${line.text}”`}
          className="size-11 rounded-lg text-xl font-bold hover:bg-well"
          onClick={() => setOpen(!open)}
        >
          ⋮
        </button>
      </div>
      {(open || unsure) && (
        <Settle line={line} seen={seen} unsure={unsure} onChange={onChange} onRemove={props.onRemove} />
      )}
    </li>
  );
}

/** Answering what a line means: the likely ingredients as buttons, any other from the list, or the grams by hand. */
function Settle({
  line,
  seen,
  unsure,
  onChange,
  onRemove,
}: {
  line: Line;
  seen?: WeighedLine;
  unsure: boolean;
  onChange: (part: Partial<Line>) => void;
  onRemove: () => void;
}) {
  const { data: catalogue } = useCatalogue();
  const reading = seen?.reading;
  const [typed, setTyped] = useState(line.mass_g == null ? "" : `${line.mass_g}`);
  const wrong =
    typed.trim() !== "" &&
    !(Number(typed.replace(",", ".")) >= 0 && Number(typed.replace(",", ".")) <= 20000);
  return (
    <div className="grid gap-2 px-4 pb-2.5">
      {unsure && <p className="text-[14.5px] text-ask-edge">{reading?.note}</p>}
      <div className="flex flex-wrap items-end gap-2">
        {unsure &&
          reading?.choices.map((choice) => (
            <Button
              key={choice.ingredient_id}
              className="px-3"
              onClick={() => onChange({ ingredient_id: choice.ingredient_id })}
            >
              {choice.label}
            </Button>
          ))}
        <select
          aria-label={`Ingredient for “${line.text}”`}
          className="control max-w-44"
          value=""
          onChange={(event) => onChange({ ingredient_id: event.target.value })}
        >
          <option value="">Another ingredient…</option>
          {catalogue?.ingredients.map((item) => (
            <option key={item.ingredient_id} value={item.ingredient_id}>
              {item.label}
            </option>
          ))}
        </select>
        <label className="flex items-center gap-1.5 text-[15px]">
          <input
            className="control w-20 text-right"
            inputMode="decimal"
            aria-label={`Grams for “${line.text}”`}
            aria-invalid={wrong || undefined}
            placeholder={reading?.mass_g == null ? "" : grams(reading.mass_g).replace(" g", "")}
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value);
              const value = Number(event.target.value.replace(",", "."));
              if (!event.target.value.trim()) onChange({ mass_g: null });
              else if (value >= 0 && value <= 20000) onChange({ mass_g: value });
            }}
          />
          g
        </label>
        <Button kind="quiet" onClick={onRemove}>
          Remove
        </Button>
      </div>
      {wrong && <p className="text-[14px] font-medium text-stop-edge">Type grams from 0 to 20000.</p>}
    </div>
  );
}
