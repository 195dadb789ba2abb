/** Controls shared by all places: knuckle-sized, labelled, with room for a message at the field. */
import clsx from "clsx";
import {
  type ButtonHTMLAttributes,
  type ComponentProps,
  type ReactNode,
  useEffect,
  useId,
  useState,
} from "react";
import { Link } from "react-router";

export function Button({
  kind = "plain",
  className,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: "main" | "plain" | "quiet" }) {
  return (
    <button
      type="button"
      className={clsx(
        "inline-flex min-h-11 min-w-11 items-center justify-center gap-2 rounded-[10px] px-4 font-semibold disabled:cursor-default disabled:opacity-55",
        kind === "main" && "bg-chosen text-on-chosen hover:opacity-90",
        kind === "plain" && "border-[1.5px] border-rim bg-raised hover:bg-well",
        kind === "quiet" && "px-3 font-medium underline underline-offset-4 hover:bg-well",
        className,
      )}
      {...rest}
    />
  );
}

const AS_BUTTON =
  "inline-flex min-h-11 items-center rounded-[10px] border-[1.5px] border-rim bg-raised px-4 font-semibold hover:bg-well";

/** A way to another place that looks as the buttons beside it do. */
export function LinkButton({ to, children }: { to: string; children: ReactNode }) {
  return (
    <Link to={to} className={AS_BUTTON}>
      {children}
    </Link>
  );
}

/** A file to take away. */
export function FileButton({ href, children }: { href: string; children: ReactNode }) {
  return (
    <a href={href} download className={AS_BUTTON}>
      {children}
    </a>
  );
}

export function Field({
  label,
  error,
  children,
}: {
  label: string;
  error?: string;
  children: (ids: FieldIds) => ReactNode;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="mb-0.5 block text-note font-medium text-quiet">
        {label}
      </label>
      {children({
        id,
        "aria-invalid": error ? true : undefined,
        "aria-describedby": error ? `${id}-error` : undefined,
      })}
      {error && (
        <p id={`${id}-error`} className="mt-1 text-note font-medium text-stop-edge">
          {error}
        </p>
      )}
    </div>
  );
}

export interface FieldIds {
  id: string;
  "aria-invalid"?: true;
  "aria-describedby"?: string;
}

interface NumberProps<T> {
  label: string;
  unit: string;
  value: T;
  onValue: (value: T) => void;
  min: number;
  max: number;
  step?: number;
  error?: string;
  width?: string;
  /** How a number is written and read where that is not with a point: fractions of an inch. */
  written?: (value: number) => string;
  read?: (text: string) => number;
}

/** A number with its unit. Whatever is typed stays as typed; only a real number in bounds is handed on, anything else is said at
 * the field. */
export function NumberField({ onValue, ...rest }: NumberProps<number>) {
  return <Stepper {...rest} start={rest.value} onValue={(value) => value !== null && onValue(value)} />;
}

/** A number that may be unknown: blank until it is typed, or stepped from `start`, which is likely. */
export function MaybeField(props: NumberProps<number | null> & { start: number }) {
  return <Stepper {...props} blank />;
}

function Stepper(props: NumberProps<number | null> & { start: number; blank?: boolean }) {
  const { value, onValue, min, max, step = 1, written = tidy, read = plain, blank } = props;
  const [text, setText] = useState(value === null ? "" : written(value));
  const [wrong, setWrong] = useState<string>();
  useEffect(() => {
    setText((now) => {
      if (value === null) return "";
      return now.trim() && read(now) === value ? now : written(value);
    });
    setWrong(undefined);
  }, [value, written, read]);
  const take = (typed: string) => {
    setText(typed);
    const next = read(typed);
    if (!typed.trim() && blank) {
      setWrong(undefined);
      onValue(null);
    } else if (!typed.trim() || Number.isNaN(next))
      setWrong(blank ? "Type a number, or leave it blank." : "Type a number.");
    else if (next < min || next > max)
      setWrong(`From ${written(min)} to ${written(max)}${props.unit ? ` ${props.unit}` : ""}.`);
    else {
      setWrong(undefined);
      onValue(next);
    }
  };
  const nudge = (by: number) => {
    const next = value === null ? props.start : Math.round((value + by) * 1000) / 1000;
    take(written(Math.min(max, Math.max(min, next))));
  };
  return (
    <Field label={props.label} error={wrong ?? props.error}>
      {(ids) => (
        <div className="flex items-stretch">
          <button
            type="button"
            aria-label={`${props.label}: less`}
            onClick={() => nudge(-step)}
            className="control w-11 shrink-0 rounded-r-none border-r-0 text-xl font-semibold"
          >
            −
          </button>
          <div className="relative min-w-0">
            <input
              {...ids}
              className={clsx(
                "control h-full rounded-none text-right",
                props.unit && (props.unit === "in" || props.unit === "oz" ? "pr-8" : "pr-10"),
                props.width ?? "w-24",
              )}
              inputMode="decimal"
              value={text}
              onChange={(event) => take(event.target.value)}
            />
            {props.unit && (
              <span
                aria-hidden
                className="pointer-events-none absolute inset-y-0 right-2.5 flex items-center text-quiet"
              >
                {props.unit}
              </span>
            )}
          </div>
          <button
            type="button"
            aria-label={`${props.label}: more`}
            onClick={() => nudge(step)}
            className="control w-11 shrink-0 rounded-l-none border-l-0 text-xl font-semibold"
          >
            +
          </button>
        </div>
      )}
    </Field>
  );
}

const plain = (text: string) => Number(text.replace(",", "."));

const tidy = (value: number) => `${Math.round(value * 1000) / 1000}`;

/** A field that finds as it is typed in. */
export function SearchField(props: { label: string; value: string; onValue: (words: string) => void }) {
  return (
    <Field label={props.label}>
      {(ids) => (
        <input
          {...ids}
          type="search"
          className="control w-full"
          maxLength={100}
          value={props.value}
          onChange={(event) => props.onValue(event.target.value)}
        />
      )}
    </Field>
  );
}

/** A line of text; what is typed is handed on as it is typed. */
export function TextField(props: {
  label: string;
  value: string;
  onValue: (text: string) => void;
  error?: string;
  most?: number;
  width?: string;
  hint?: string;
}) {
  return (
    <Field label={props.label} error={props.error}>
      {(ids) => (
        <input
          {...ids}
          className={clsx("control", props.width ?? "w-full")}
          maxLength={props.most ?? 80}
          placeholder={props.hint}
          value={props.value}
          onChange={(event) => props.onValue(event.target.value)}
        />
      )}
    </Field>
  );
}

/** A name that must not be empty: while it is, that is said, and the last one stands. */
export function NameField(props: ComponentProps<typeof TextField>) {
  const [text, setText] = useState(props.value);
  const { value } = props;
  useEffect(() => setText((now) => (now.trim() ? value : now)), [value]);
  return (
    <TextField
      {...props}
      value={text}
      error={text.trim() ? props.error : "Give it a name."}
      onValue={(next) => {
        setText(next);
        if (next.trim()) props.onValue(next);
      }}
    />
  );
}
