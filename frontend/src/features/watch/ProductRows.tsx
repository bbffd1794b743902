import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { BandSpark } from "@/charts/BandSpark";
import { stated } from "@/format/figure";
import { useSettings } from "@/lot/settings";

type Props = {
  watch: Schemas["Watch"];
  chosen: number | undefined;
  chart: string | undefined;
  onChoose: (id: number) => void;
};

/** All products with their newest break, and the other charts the shop has anyway. */
export function ProductRows({ watch, chosen, chart, onChoose }: Props) {
  const { unitOf } = useSettings();
  return (
    <>
      <section aria-label="Products" className="border-line border-b">
        {watch.products.map((row) => (
          <button
            key={row.id}
            type="button"
            data-row
            aria-pressed={row.id === chosen}
            onClick={() => onChoose(row.id)}
            className={`border-line bg-sheet grid min-h-11 w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-t px-3.5 py-1.5 text-left hover:shadow-[inset_3px_0_var(--ink)] min-[720px]:grid-cols-[150px_190px_120px_minmax(0,1fr)] ${row.id === chosen ? "shadow-[inset_3px_0_var(--ink)]" : ""}`}
          >
            <b className="head text-[14px]">{row.name}</b>
            <span className="hidden min-[720px]:block">
              <BandSpark values={row.spark} band={row.band_si} limit={row.limit_si} />
            </span>
            <span className="num text-[13px] whitespace-nowrap">
              {row.due && !row.open ? (
                <b className="text-signal font-text">not yet today</b>
              ) : row.latest ? (
                stated(row.latest.figure, unitOf(row.measurand) ?? row.unit)
              ) : (
                "–"
              )}
            </span>
            <span
              className={`col-span-2 text-[13px] min-[720px]:col-span-1 ${row.open ? "text-signal font-semibold" : "text-soft"}`}
            >
              {row.due && !row.open && row.latest ? `last ${row.latest.batch}` : row.sentence}
              {row.missed > 0 && `; ${row.missed} of the last days missed`}
            </span>
          </button>
        ))}
      </section>
      {watch.others.length > 0 && (
        <section aria-label="Charts of the shop" className="text-[13px]">
          <h2 className="pb-1">The same chart of what the shop has anyway</h2>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {watch.others.map((one) => (
              <Link
                key={one.key}
                to="/watch"
                search={{ chart: one.key }}
                className={`underline underline-offset-4 ${one.key === chart ? "font-semibold" : ""}`}
              >
                {one.name}
              </Link>
            ))}
          </div>
        </section>
      )}
    </>
  );
}
