import { Link } from "@tanstack/react-router";
import type { Item } from "./items";

const GLYPH = {
  alarm: "border-signal bg-signal",
  look: "border-ink bg-[linear-gradient(0deg,var(--ink)_55%,transparent_55%)]",
  open: "border-ink",
};

/** One kind of thing that waits; nothing where nothing waits. */
export function ItemList({ title, items }: { title: string; items: Item[] }) {
  if (items.length === 0) return null;
  return (
    <section className="sheet" aria-label={title}>
      <h2 className="px-3.5 pt-3 pb-1.5">
        {title} <span className="num text-soft text-[12px] font-normal">{items.length}</span>
      </h2>
      {items.map((item) => (
        <Link
          key={item.key}
          data-row
          to={item.to}
          params={item.params}
          search={item.search}
          className="group border-line grid min-h-12 grid-cols-[22px_minmax(0,1fr)] items-start gap-x-1.5 border-t px-3.5 py-2 first-of-type:border-t-0 hover:shadow-[inset_3px_0_var(--ink)] min-[520px]:grid-cols-[22px_minmax(0,1fr)_auto]"
        >
          <span aria-hidden="true" className={`mt-1 inline-block h-3 w-3 border ${GLYPH[item.tone]}`} />
          <span className="min-w-0">
            <span className="head text-[14.5px]">{item.title}</span>
            {item.aside && <span className="text-soft ml-2">{item.aside}</span>}
            <span className="text-soft block text-[13px] leading-snug">{item.detail}</span>
          </span>
          <span className="col-start-2 font-semibold whitespace-nowrap group-hover:underline min-[520px]:col-start-3">
            {item.verb} ›
          </span>
        </Link>
      ))}
    </section>
  );
}
