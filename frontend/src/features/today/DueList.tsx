import type { ReactNode } from "react";

/** One kind of thing that waits on Today, counted; nothing where nothing waits. */
export function DueList<Row>({
  title,
  rows,
  children,
}: {
  title: string;
  rows: Row[];
  children: (row: Row) => ReactNode;
}) {
  if (rows.length === 0) return null;
  return (
    <div className="mt-5">
      <div className="flex items-baseline gap-2 pb-1.5">
        <h2>{title}</h2>
        <span className="num text-soft text-[12px]">{rows.length}</span>
      </div>
      <div className="border-line border-b">{rows.map(children)}</div>
    </div>
  );
}

export const DUE_ROW =
  "group border-line bg-sheet grid min-h-11 grid-cols-[1fr_auto] items-center gap-x-4 border-t px-3.5 py-1.5 hover:shadow-[inset_3px_0_var(--ink)]";

/** What to do about it, at the end of its row. */
export const WhatToDo = ({ children }: { children: ReactNode }) => (
  <span className="font-semibold whitespace-nowrap group-hover:underline">{children} ›</span>
);
