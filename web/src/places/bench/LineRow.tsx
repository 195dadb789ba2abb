/** One line: as typed, as read, in grams and in spoons; opened, everything that can be settled about it. */
import clsx from "clsx";
import { useEffect, useState } from "react";
import type { Kitchen, Line, WeighedLine } from "../../client/api";
import { Select } from "../../pieces/choice";
import { Button } from "../../pieces/controls";
import { VesselField } from "../../pieces/habit";
import { IngredientSelect } from "../../pieces/ingredient";
import { options, PARTS } from "../../words/labels";
import { grams, percent, weighed } from "../../words/numbers";

export interface LineRowProps {
  line: Line;
  seen?: WeighedLine;
  heading?: string;
  lifted: boolean;
  ownCup?: number;
  kitchen: Kitchen;
  onKitchen: (kitchen: Kitchen) => void;
  onOwnCup: (ingredientId: string, cupG: number | null) => void;
  onChange: (part: Partial<Line>) => void;
  onSettle: (ingredientId: string) => void;
  onEnter: () => void;
  onPasteLines: (texts: string[]) => void;
  onSplit: (texts: string[]) => void;
  onRemove: () => void;
  onMove: (by: -1 | 1) => void;
  onLift: () => void;
}

export function LineRow(props: LineRowProps) {
  const { line, seen, onChange } = props;
  const [open, setOpen] = useState(false);
  const reading = seen?.reading;
  const unsure = Boolean(line.text.trim()) && reading !== undefined && reading.sureness !== "sure";
  const spoons = reading?.household;
  return (
    <li
      className={clsx(unsure && "bg-ask", props.lifted && "bg-well outline-2 -outline-offset-2 outline-ink")}
    >
      {props.heading && (
        <p className="bg-well px-4 pt-2 pb-1 text-note font-semibold text-quiet">
          {props.heading[0]?.toUpperCase()}
          {props.heading.slice(1)}: not counted in the dough
        </p>
      )}
      <div className="grid grid-cols-[1.4rem_minmax(0,1fr)_auto_2.75rem] items-center gap-x-1.5">
        <span
          aria-hidden
          title="Drag to move"
          className="flex h-full cursor-grab touch-none items-center justify-center text-quiet select-none"
          onPointerDown={(event) => {
            event.preventDefault();
            props.onLift();
          }}
        >
          ⁞
        </span>
        <div className="min-w-0">
          <input
            data-line
            aria-label={`Line: ${line.text || "empty"}`}
            className="h-7 w-full bg-transparent text-lead"
            value={line.text}
            maxLength={300}
            placeholder="250 g plain flour"
            onChange={(event) => onChange({ text: event.target.value, ingredient_id: null, mass_g: null })}
            onKeyDown={(event) => {
              if (event.key === "Enter") props.onEnter();
              if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
                event.preventDefault();
                props.onMove(event.key === "ArrowUp" ? -1 : 1);
              }
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
          <p className="truncate pb-1 text-note leading-tight text-quiet">
            {unsure && <strong className="text-ask-edge">? </strong>}
            {reading?.ingredient_name || (line.text.trim() ? "not read yet" : "")}
            {line.mass_g != null
              ? " · exact grams kept"
              : spoons
                ? ` · ${spoons.text}${off(spoons.error_pct)}`
                : ""}
          </p>
        </div>
        <p className="text-right leading-tight">
          <span className="block font-semibold">
            {reading?.mass_g == null
              ? line.text.trim()
                ? "? g"
                : ""
              : weighed(reading.mass_g, props.kitchen, 1)}
          </span>
          <span className="block text-note text-quiet">
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
      {(open || unsure) && <Settle {...props} unsure={unsure} all={open} />}
    </li>
  );
}

const off = (error: number) =>
  Math.abs(error) < 0.5 ? "" : ` (${Math.abs(error).toFixed(0)}% ${error > 0 ? "more" : "less"})`;

/** What a line means: likely ingredients as buttons, any other from the list, grams by hand; opened, its part and place. */
function Settle(props: LineRowProps & { unsure: boolean; all: boolean }) {
  const { line, seen, unsure, onChange } = props;
  const reading = seen?.reading;
  const [typed, setTyped] = useState(line.mass_g == null ? "" : `${line.mass_g}`);
  // The grams follow the line when it changes from elsewhere: its text edited, a change undone.
  useEffect(
    () =>
      setTyped((now) =>
        (now.trim() ? Number(now.replace(",", ".")) : null) === line.mass_g ? now : `${line.mass_g ?? ""}`,
      ),
    [line.mass_g],
  );
  const wrong =
    typed.trim() !== "" &&
    !(Number(typed.replace(",", ".")) >= 0 && Number(typed.replace(",", ".")) <= 20000);
  return (
    <div className="grid gap-2 px-4 pb-2.5">
      {(unsure || reading?.note) && (
        <p className={clsx("text-note", unsure ? "text-ask-edge" : "text-quiet")}>{reading?.note}</p>
      )}
      {reading?.vessel && line.mass_g == null && (
        <VesselField name={reading.vessel} kitchen={props.kitchen} onKitchen={props.onKitchen} />
      )}
      <div className="flex flex-wrap items-end gap-2">
        {reading && reading.split.length > 1 && line.mass_g == null && (
          <Button kind="main" onClick={() => props.onSplit(reading.split)}>
            Make {reading.split.length} lines
          </Button>
        )}
        {(unsure || (props.all && (reading?.choices.length ?? 0) > 1)) &&
          reading?.choices.map((choice) => (
            <Button
              key={choice.ingredient_id}
              className="px-3"
              onClick={() => props.onSettle(choice.ingredient_id)}
            >
              {choice.label}
            </Button>
          ))}
        <IngredientSelect
          label={`Ingredient for “${line.text}”`}
          none="Another ingredient…"
          onValue={props.onSettle}
        />
        <label className="flex items-center gap-1.5 text-plain">
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
        <Button kind="quiet" onClick={props.onRemove}>
          Remove
        </Button>
      </div>
      {wrong && <p className="text-note font-medium text-stop-edge">Type grams from 0 to 20000.</p>}
      {props.all && <Place {...props} />}
    </div>
  );
}

function Place({ line, seen, ownCup, onOwnCup, onChange, onMove }: LineRowProps) {
  const reading = seen?.reading;
  return (
    <div className="flex flex-wrap items-end gap-2">
      <div className="w-40">
        <Select
          hideLabel
          label={`Where “${line.text}” belongs`}
          value={line.part ?? seen?.part ?? "dough"}
          options={options(PARTS)}
          onValue={(part) => onChange({ part })}
        />
      </div>
      <Button aria-label={`Move “${line.text}” up`} onClick={() => onMove(-1)}>
        ↑
      </Button>
      <Button aria-label={`Move “${line.text}” down`} onClick={() => onMove(1)}>
        ↓
      </Button>
      {reading?.unit === "cup" && reading.ingredient_id && (
        <label className="flex items-center gap-1.5 text-plain">
          My cup of it weighs
          <input
            className="control w-18 text-right"
            inputMode="decimal"
            defaultValue={ownCup ?? ""}
            onBlur={(event) => {
              const value = Number(event.target.value.replace(",", "."));
              if (!event.target.value.trim()) onOwnCup(reading.ingredient_id ?? "", null);
              else if (value > 5 && value <= 600) onOwnCup(reading.ingredient_id ?? "", value);
            }}
          />
          g
        </label>
      )}
    </div>
  );
}
