import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

type Props = {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  description?: string;
  wide?: boolean;
  children: ReactNode;
};

/** A dialog that lies over the page like a sheet of paper. */
export function Sheet({ open, onOpenChange, title, description, wide, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[rgb(0_0_0/0.45)]" />
        <Dialog.Content
          className={`border-edge bg-sheet fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[calc(100vw-24px)] -translate-x-1/2 overflow-auto border p-5 ${wide ? "max-w-[980px]" : "max-w-[560px]"}`}
        >
          <Dialog.Title asChild>
            <h1>{title}</h1>
          </Dialog.Title>
          <Dialog.Description className={description ? "text-soft mt-1" : "sr-only"}>
            {description ?? title}
          </Dialog.Description>
          <div className="mt-4">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
