import clsx from "clsx";
import type { ButtonHTMLAttributes, ReactNode } from "react";
import { Kbd } from "./Kbd";

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { primary?: boolean; hint?: string; children: ReactNode };

export function Button({ primary, hint, children, className, type = "button", ...rest }: Props) {
  return (
    <button
      type={type}
      className={clsx(
        "inline-flex h-9 items-center gap-2 rounded-key border border-ink px-3.5 font-semibold whitespace-nowrap disabled:opacity-45",
        primary ? "bg-ink text-sheet" : "bg-transparent text-ink hover:bg-wash",
        className,
      )}
      {...rest}
    >
      {children}
      {hint && <Kbd>{hint}</Kbd>}
    </button>
  );
}
