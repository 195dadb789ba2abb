/** One of several: a list that opens, a row of knuckle-sized taps, a switch. */
import clsx from "clsx";
import { Select as Radix, Switch as RadixSwitch, ToggleGroup } from "radix-ui";
import { useId } from "react";
import { Field, type FieldIds } from "./controls";

/** Radix takes no empty value; ours may be one. */
const NONE = "·none·";
const inside = (value: string) => value || NONE;

export function Select<T extends string>(props: {
  label: string;
  value: T;
  onValue: (value: T) => void;
  options: readonly (readonly [T, string])[];
  error?: string;
  hideLabel?: boolean;
}) {
  const shown = props.options.find(([value]) => value === props.value)?.[1] ?? "";
  const select = (ids?: FieldIds) => (
    <Radix.Root
      value={inside(props.value)}
      onValueChange={(value) => props.onValue((value === NONE ? "" : value) as T)}
    >
      <Radix.Trigger
        {...ids}
        data-choice={props.value}
        aria-label={props.hideLabel ? props.label : undefined}
        title={shown}
        className="control flex w-full items-center justify-between gap-1.5 text-left"
      >
        <span className="min-w-0 truncate">{shown}</span>
        <Radix.Icon aria-hidden className="text-quiet">
          ▾
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={4}
          collisionPadding={8}
          className="enamel z-40 max-h-[var(--radix-select-content-available-height)] min-w-[var(--radix-select-trigger-width)] overflow-hidden shadow-lg"
        >
          <Radix.ScrollUpButton className="py-1 text-center text-quiet">▴</Radix.ScrollUpButton>
          <Radix.Viewport className="p-1">
            {props.options.map(([value, label]) => (
              <Radix.Item
                key={value}
                value={inside(value)}
                data-choice={value}
                className="flex min-h-11 cursor-pointer items-center rounded-[8px] px-3 outline-none data-highlighted:bg-well data-[state=checked]:font-bold"
              >
                <Radix.ItemText>{label}</Radix.ItemText>
              </Radix.Item>
            ))}
          </Radix.Viewport>
          <Radix.ScrollDownButton className="py-1 text-center text-quiet">▾</Radix.ScrollDownButton>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
  if (props.hideLabel) return select();
  return (
    <Field label={props.label} error={props.error}>
      {select}
    </Field>
  );
}

/** A choice of a few, all in view: one knuckle tap. */
export function Segments<T extends string>(props: {
  label: string;
  value: T;
  onValue: (value: T) => void;
  options: readonly (readonly [T, string])[];
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <p id={id} className="mb-0.5 text-note font-medium text-quiet">
        {props.label}
      </p>
      <ToggleGroup.Root
        type="single"
        aria-labelledby={id}
        value={props.value}
        // What is chosen stays chosen: there is always one.
        onValueChange={(value) => value && props.onValue(value as T)}
        className="flex flex-wrap"
      >
        {props.options.map(([value, label]) => (
          <ToggleGroup.Item
            key={value}
            value={value}
            className="flex min-h-11 flex-1 items-center justify-center border-[1.5px] border-edge bg-raised px-3 font-medium whitespace-nowrap -ml-[1.5px] first:ml-0 first:rounded-l-[9px] last:rounded-r-[9px] not-data-[state=on]:hover:bg-well data-[state=on]:border-chosen data-[state=on]:bg-chosen data-[state=on]:text-on-chosen"
          >
            {label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

export function Switch(props: { label: string; checked: boolean; onChecked: (checked: boolean) => void }) {
  const id = useId();
  return (
    <div className="flex min-h-11 items-center gap-2.5">
      <RadixSwitch.Root
        id={id}
        checked={props.checked}
        onCheckedChange={props.onChecked}
        className="flex h-11 w-12 shrink-0 items-center rounded-lg"
      >
        <span
          aria-hidden
          className={clsx(
            "flex h-7 w-12 items-center rounded-full border-[1.5px]",
            props.checked ? "border-chosen bg-chosen" : "border-edge bg-raised",
          )}
        >
          <RadixSwitch.Thumb className="block size-4.5 translate-x-1 rounded-full bg-edge transition-transform data-[state=checked]:translate-x-6 data-[state=checked]:bg-on-chosen" />
        </span>
      </RadixSwitch.Root>
      <label htmlFor={id} className="cursor-pointer font-medium">
        {props.label}
      </label>
    </div>
  );
}

/** Any of several words, each a tap. */
export function Chips<T extends string>(props: {
  label: string;
  options: [T, string][];
  value: readonly T[];
  onValue: (value: T[]) => void;
}) {
  return (
    <div>
      <p className="mb-0.5 text-note font-medium text-quiet">{props.label}</p>
      <ToggleGroup.Root
        type="multiple"
        aria-label={props.label}
        value={[...props.value]}
        onValueChange={(value) => props.onValue(value as T[])}
        className="flex flex-wrap gap-2"
      >
        {props.options.map(([value, label]) => (
          <ToggleGroup.Item
            key={value}
            value={value}
            className={clsx(
              "min-h-11 rounded-[10px] border-[1.5px] border-edge bg-raised px-3 font-medium",
              "data-[state=on]:border-chosen data-[state=on]:bg-chosen data-[state=on]:text-on-chosen",
            )}
          >
            {label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}
