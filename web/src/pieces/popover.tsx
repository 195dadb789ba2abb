/** A setting that is read as words and opens where it stands. */
import clsx from "clsx";
import { Popover as Radix } from "radix-ui";
import type { ReactNode, RefObject } from "react";

export function Popover(props: {
  /** What the settings are of; the trigger is named so, with what is set. */
  name: string;
  says: string;
  wrong?: boolean;
  /** What it opens over, so that what is set stays in view; else below its words. */
  over?: RefObject<HTMLElement | null>;
  align?: "start" | "end";
  children: ReactNode;
}) {
  return (
    <Radix.Root>
      {props.over && <Radix.Anchor virtualRef={props.over as RefObject<HTMLElement>} />}
      <Radix.Trigger
        aria-label={`${props.name}: ${props.says}`}
        className={clsx(
          "inline-flex min-h-11 max-w-full items-center gap-1.5 rounded-[10px] border-[1.5px] px-3 font-semibold hover:bg-well data-[state=open]:bg-well",
          props.wrong ? "border-stop-edge" : "border-line",
        )}
      >
        <span className="min-w-0 truncate">{props.says}</span>
        <span aria-hidden className="text-quiet">
          ▾
        </span>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align={props.align ?? (props.over ? "start" : "end")}
          sideOffset={6}
          collisionPadding={12}
          aria-label={`${props.name} settings`}
          className="enamel z-20 grid max-h-[var(--radix-popover-content-available-height)] w-[min(23.5rem,94vw)] gap-3 overflow-y-auto bg-raised p-4 shadow-lg"
        >
          {props.children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
