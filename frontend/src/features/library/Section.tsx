import type { ReactNode } from "react";
import { Button } from "@/ui/Button";

type Props = { id?: string; title: string; note?: string; add?: string; onAdd?: () => void; children: ReactNode };

/** One table of the library, with the way to add a row of one's own. */
export function Section({ id, title, note, add, onAdd, children }: Props) {
  return (
    <section aria-label={title} id={id} className="pt-6">
      <div className="flex flex-wrap items-baseline gap-x-4 pb-1.5">
        <h2 className="text-[15px]">{title}</h2>
        {note && <p className="text-soft text-[13px]">{note}</p>}
        {onAdd && (
          <Button className="ml-auto" onClick={onAdd}>
            {add}
          </Button>
        )}
      </div>
      {children}
    </section>
  );
}
