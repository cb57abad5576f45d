import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface SheetProps {
  title: string;
  opener?: ReactNode;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  children: ReactNode;
}

/** A sheet laid over the bench; Escape or its key puts it away. */
export function Sheet({ title, opener, open, onOpenChange, children }: SheetProps) {
  return (
    <Dialog.Root {...(open === undefined ? {} : { open })} {...(onOpenChange ? { onOpenChange } : {})}>
      {opener ? <Dialog.Trigger asChild>{opener}</Dialog.Trigger> : null}
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/45" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-2 bottom-2 z-50 max-h-[94vh] overflow-y-auto rounded-key bg-sheet p-5 text-ink md:inset-x-auto
            md:bottom-auto md:left-1/2 md:top-1/2 md:w-[720px] md:max-w-[94vw] md:-translate-x-1/2 md:-translate-y-1/2 md:p-7"
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Dialog.Title className="text-lead leading-tight">{title}</Dialog.Title>
            <Dialog.Close className="min-h-12 min-w-12 shrink-0 rounded-key border-[3px] border-ink px-4 strong">Put away</Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
