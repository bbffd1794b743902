import type { ComponentProps, ReactNode } from "react";

/** A box to tick, with its words beside it. */
export function Check({ children, ...rest }: ComponentProps<"input"> & { children: ReactNode }) {
  return (
    <label className="flex min-h-9 items-center gap-2.5 text-[13.5px]">
      <input type="checkbox" className="h-4 w-4 accent-(--ink)" {...rest} />
      {children}
    </label>
  );
}
