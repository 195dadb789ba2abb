/** What goes in: every line as typed, what it was read as, its grams and baker's percentage. */
import { useLayoutEffect, useRef, useState } from "react";
import type { DoughSpec, Kitchen, Line, WeighedLine } from "../../client/api";
import { useSaveKitchen } from "../../client/kitchen";
import { Button } from "../../pieces/controls";
import { Panel } from "../../pieces/notes";
import { toast } from "../../pieces/toasts";
import { LineRow } from "./LineRow";

const MAX_LINES = 60;
let made = 0;
const newId = () => `n${Date.now().toString(36)}${(made++).toString(36)}`;

export function LinesPanel(props: {
  spec: DoughSpec;
  weighed: WeighedLine[];
  kitchen: Kitchen;
  onLines: (lines: Line[]) => void;
}) {
  const { spec, kitchen } = props;
  const list = useRef<HTMLUListElement>(null);
  const [full, setFull] = useState(false);
  const [dragged, setDragged] = useState<string>();
  const saveKitchen = useSaveKitchen();
  const { lines } = spec;
  const readings = new Map(props.weighed.map((line) => [line.line_id, line]));
  const partOf = (line?: Line) => line?.part ?? (line && readings.get(line.id)?.part) ?? "dough";
  const put = (next: Line[]) => {
    setFull(next.length > MAX_LINES);
    if (next.length <= MAX_LINES) props.onLines(next);
  };
  const change = (id: string, part: Partial<Line>) =>
    put(lines.map((line) => (line.id === id ? { ...line, ...part } : line)));
  const wanted = useRef<number>(undefined);
  const focus = (index: number) => {
    wanted.current = index;
  };
  // Before the next key: one typed at once after "Add a line" would go to the button, and a space would press it again.
  useLayoutEffect(() => {
    if (wanted.current === undefined) return;
    list.current?.querySelectorAll<HTMLInputElement>("input[data-line]")[wanted.current]?.focus();
    wanted.current = undefined;
  });
  const insert = (after: number, texts: string[]) => {
    const added = texts.map((text) => ({
      id: newId(),
      text: text.slice(0, 300),
      part: lines[after]?.part ?? null,
      ingredient_id: null,
      mass_g: null,
    }));
    put([...lines.slice(0, after + 1), ...added, ...lines.slice(after + 1)]);
    focus(after + added.length);
  };
  /** A line of several ingredients becomes a line of each. */
  const split = (index: number, texts: string[]) => {
    const added = texts.map((text) => ({ id: newId(), text, part: lines[index]?.part ?? null }));
    put([...lines.slice(0, index), ...added, ...lines.slice(index + 1)]);
  };
  const now = useRef(lines);
  now.current = lines;
  const remove = (index: number) => {
    const line = lines[index];
    put(lines.filter((_, i) => i !== index));
    focus(Math.max(0, index - 1));
    if (line?.text.trim())
      toast(`“${line.text}” is taken out.`, () => put(now.current.toSpliced(index, 0, line)));
  };
  const move = (from: number, to: number) => {
    const line = lines[from];
    if (!line || to < 0 || to >= lines.length || from === to) return;
    const rest = lines.filter((_, i) => i !== from);
    const above = rest[to - 1] ?? rest[to];
    // A line carried across a heading joins the part it lands in.
    const into = above ? partOf(above) : partOf(line);
    const part = into === partOf(line) ? line.part : into;
    put([...rest.slice(0, to), { ...line, part }, ...rest.slice(to)]);
    focus(to);
  };
  /** Dragging: the row under the pointer is where the line goes. */
  const dragOver = (y: number) => {
    const rows = [...(list.current?.children ?? [])];
    const to = rows.findIndex((row) => y < row.getBoundingClientRect().bottom);
    const from = lines.findIndex((line) => line.id === dragged);
    if (from >= 0 && to >= 0 && to !== from) move(from, to);
  };
  /** A disputed name is asked once: the answer is kept for the kitchen. */
  const settle = (line: Line, ingredient_id: string) => {
    change(line.id, { ingredient_id });
    const name = readings.get(line.id)?.reading.asked_name;
    if (!name) return;
    const settled = [
      ...kitchen.habit.settled.filter((known) => known.name !== name),
      { name, ingredient_id },
    ];
    saveKitchen({ ...kitchen, habit: { ...kitchen.habit, settled } });
  };
  const ownCup = (ingredient_id: string, cup_g: number | null) => {
    const others = kitchen.habit.own_cups.filter((own) => own.ingredient_id !== ingredient_id);
    const own_cups = cup_g === null ? others : [...others, { ingredient_id, cup_g }];
    saveKitchen({ ...kitchen, habit: { ...kitchen.habit, own_cups } });
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
      <ul
        ref={list}
        className="min-h-0 flex-1 divide-y divide-line overflow-y-auto"
        onPointerMove={(event) => dragged && dragOver(event.clientY)}
        onPointerUp={() => setDragged(undefined)}
        onPointerCancel={() => setDragged(undefined)}
      >
        {lines.map((line, index) => (
          <LineRow
            key={line.id}
            line={line}
            seen={readings.get(line.id)}
            heading={
              partOf(line) !== "dough" && partOf(lines[index - 1]) !== partOf(line) ? partOf(line) : undefined
            }
            lifted={dragged === line.id}
            ownCup={
              kitchen.habit.own_cups.find(
                (own) => own.ingredient_id === readings.get(line.id)?.reading.ingredient_id,
              )?.cup_g
            }
            kitchen={kitchen}
            onKitchen={saveKitchen}
            onOwnCup={ownCup}
            onChange={(part) => change(line.id, part)}
            onSettle={(ingredient) => settle(line, ingredient)}
            onEnter={() => insert(index, [""])}
            onPasteLines={(texts) => insert(index, texts)}
            onSplit={(texts) => split(index, texts)}
            onRemove={() => remove(index)}
            onMove={(by) => move(index, index + by)}
            onLift={() => setDragged(line.id)}
          />
        ))}
      </ul>
    </Panel>
  );
}
