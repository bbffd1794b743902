import clsx from "clsx";
import type { ButtonHTMLAttributes, ReactNode } from "react";
import { Kbd } from "./Kbd";

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { primary?: boolean; hint?: string; children: ReactNode };

export function Button({ primary, hint, children, className, type = "button", ...rest }: Props) {
  return (
    <button
      type={type}
      className={clsx(
        "rounded-key border-ink inline-flex h-9 items-center justify-center gap-2 border px-3.5 font-semibold whitespace-nowrap disabled:opacity-45",
        primary ? "bg-ink text-sheet" : "text-ink hover:bg-wash bg-transparent",
        className,
      )}
      {...rest}
    >
      {children}
      {hint && <Kbd>{hint}</Kbd>}
    </button>
  );
}
