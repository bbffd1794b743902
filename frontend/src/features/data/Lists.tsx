import { TableLinks } from "@/ui/TableLinks";

const LISTS: [string, string][] = [
  ["lots", "Lots, with their state"],
  ["statements", "Signed statements"],
  ["instruments", "Cells"],
  ["checks", "Checks of cells"],
  ["gear", "Gear"],
  ["benches", "Benches"],
  ["long-tests", "Long tests"],
  ["watched-breaks", "Breaks of watched products"],
];

/** Every list as a table; pulls and specimens of a lot are under its Papers. */
export function Lists() {
  return (
    <section aria-label="Lists as tables" className="pt-6">
      <div className="flex flex-wrap items-baseline gap-x-4 pb-1.5">
        <h2 className="text-[15px]">Lists as tables</h2>
        <p className="text-soft text-[13px]">
          Values in SI, times in UTC. A filtered rack and the pulls of a lot are handed out where they are shown.
        </p>
      </div>
      <ul className="sheet grid min-[820px]:grid-cols-2">
        {LISTS.map(([list, name]) => (
          <li key={list} className="border-line flex items-center gap-3 border-b px-3 py-2">
            <span className="flex-1">{name}</span>
            <TableLinks list={list} name={name} />
          </li>
        ))}
      </ul>
    </section>
  );
}
