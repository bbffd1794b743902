import type { ReactNode } from "react";

type Props = { label: string; className?: string; children: ReactNode };

/** What is wider than a narrow screen scrolls by itself, by touch and by keys. */
export function Scroll({ label, className, children }: Props) {
  return (
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- what scrolls must be reached by keyboard
    <div className={`overflow-x-auto ${className ?? ""}`} tabIndex={0} role="region" aria-label={label}>
      {children}
    </div>
  );
}
