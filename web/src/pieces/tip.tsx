/** What a button without words does, said when the pointer or the focus rests on it. */
import { Tooltip } from "radix-ui";
import type { ReactNode } from "react";

const AFTER_MS = 400;

export function Tips({ children }: { children: ReactNode }) {
  return <Tooltip.Provider delayDuration={AFTER_MS}>{children}</Tooltip.Provider>;
}

export function Tip({ says, children }: { says: string; children: ReactNode }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={6}
          collisionPadding={8}
          className="no-print z-50 rounded-[8px] bg-chosen px-3 py-1.5 text-note font-medium text-on-chosen"
        >
          {says}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
