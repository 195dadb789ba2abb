/** A sheet over the place: one question, closed by Escape or the cross; and the question before what cannot be taken back. */
import { AlertDialog, Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./controls";
import { focusBack } from "./focus";

export function Sheet(props: {
  title: string;
  open: boolean;
  onOpen: (open: boolean) => void;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <Dialog.Root open={props.open} onOpenChange={props.onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-veil" />
        <Dialog.Content
          data-sheet
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            const first = (event.currentTarget as Element).querySelector<HTMLElement>("[data-first]");
            if (!first) return;
            event.preventDefault();
            first.focus();
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            focusBack(event.currentTarget as Element);
          }}
          className={`enamel fixed top-1/2 left-1/2 z-30 flex max-h-[88dvh] w-[94vw] -translate-x-1/2 -translate-y-1/2 flex-col ${props.wide ? "max-w-4xl" : "max-w-2xl"}`}
        >
          <header className="flex min-h-14 items-center justify-between gap-3 border-b-[1.5px] border-line pl-5">
            <Dialog.Title className="text-head font-bold">{props.title}</Dialog.Title>
            <Dialog.Close
              aria-label="Close"
              className="m-1 size-11 rounded-lg text-2xl font-semibold hover:bg-well"
            >
              ×
            </Dialog.Close>
          </header>
          <div className="overflow-y-auto p-5">{props.children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Asked before what cannot be taken back; No is what Escape and a hasty Enter say. */
export function Ask(props: {
  title: string;
  yes: string;
  onYes: () => void;
  onNo: () => void;
  children: ReactNode;
}) {
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && props.onNo()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-30 bg-veil" />
        <AlertDialog.Content
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            focusBack(event.currentTarget as Element);
          }}
          className="enamel fixed top-1/2 left-1/2 z-30 grid w-[94vw] max-w-lg -translate-x-1/2 -translate-y-1/2 gap-3 p-5"
        >
          <AlertDialog.Title className="text-head font-bold">{props.title}</AlertDialog.Title>
          <AlertDialog.Description>{props.children}</AlertDialog.Description>
          <div className="flex flex-wrap justify-end gap-3">
            <AlertDialog.Cancel asChild>
              <Button>No, keep it</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button kind="main" onClick={props.onYes}>
                {props.yes}
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
