import type { ReactNode } from "react";

export function Kbd({ children }: { children: ReactNode }) {
  return (
    <kbd
      aria-hidden="true"
      className="num rounded-[2px] border border-current px-1 text-[11px] leading-4 font-medium opacity-70"
    >
      {children}
    </kbd>
  );
}
