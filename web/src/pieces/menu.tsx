/** More that can be done, one tap behind. */
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./controls";

export function Menu(props: {
  label: string;
  /** Of what, where there are many of the same: the trigger is three dots then. */
  of?: string;
  children: ReactNode;
}) {
  const { label, of, children } = props;
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>
        {of === undefined ? (
          <Button className="px-3">
            {label}
            <span aria-hidden className="text-quiet">
              ▾
            </span>
          </Button>
        ) : (
          <button
            type="button"
            aria-label={`${label}: ${of}`}
            className="flex size-11 items-center justify-center rounded-[10px] text-xl font-bold hover:bg-well data-[state=open]:bg-well"
          >
            ⋮
          </button>
        )}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          collisionPadding={8}
          className="enamel z-20 min-w-48 bg-raised p-1 shadow-lg"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const item =
  "flex min-h-11 cursor-pointer items-center rounded-[8px] px-3 font-medium outline-none data-disabled:opacity-55 data-highlighted:bg-well";

/** A file to be taken away. */
export function MenuFile(props: { href: string; children: ReactNode }) {
  return (
    <DropdownMenu.Item asChild className={item}>
      <a href={props.href} download>
        {props.children}
      </a>
    </DropdownMenu.Item>
  );
}

export function MenuItem(props: { onSelect: () => void; disabled?: boolean; children: ReactNode }) {
  return (
    <DropdownMenu.Item onSelect={props.onSelect} disabled={props.disabled} className={item}>
      {props.children}
    </DropdownMenu.Item>
  );
}
