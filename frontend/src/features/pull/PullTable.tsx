import { Link } from "@tanstack/react-router";
import { useLot } from "@/app/lotContext";
import { force } from "@/format/force";
import { COUNTS_AS, when } from "@/format/words";
import { Empty } from "@/ui/states";

/** The pulls of the lot, in the order of pulling. */
export function PullTable() {
  const { page, unit, setSelected } = useLot();
  if (page.pulls.length === 0) {
    return (
      <Empty title="No pulls yet">
        Drop the files that the logger wrote, or type the highest reading of the display. Each pull belongs to a numbered specimen; one end,
        corner or body of it gives one observation.
      </Empty>
    );
  }
  return (
    <div className="sheet overflow-x-auto">
      <table className="w-full text-[13.5px]">
        <thead>
          <tr className="cap text-left [&>th]:px-3 [&>th]:py-2">
            <th className="text-right">Pull</th>
            <th>Specimen</th>
            <th className="text-right">Peak</th>
            <th>From</th>
            <th>Counts as</th>
            <th>When</th>
          </tr>
        </thead>
        <tbody>
          {page.pulls.map((pull) => (
            <tr
              key={pull.id}
              onMouseEnter={() => setSelected(String(pull.id))}
              onMouseLeave={() => setSelected(null)}
              className="border-line hover:bg-wash border-t [&>td]:px-3 [&>td]:py-1.5"
            >
              <td className="num text-right">
                <Link
                  to="/lots/$lotId/judge"
                  params={{ lotId: page.lot.id }}
                  search={{ pull: pull.id }}
                  className="decoration-edge hover:decoration-ink font-semibold underline underline-offset-4"
                >
                  {pull.number}
                </Link>
              </td>
              <td>
                {pull.specimen}, {pull.feature}
                {pull.preload_newtons != null && (
                  <span className={pull.preloaded ? "text-derived font-semibold" : "text-soft"}>
                    {" "}
                    {pull.preloaded ? "preloaded" : "loaded before"} {force(pull.preload_newtons, { unit })} {unit}
                  </span>
                )}
              </td>
              <td className="num text-right font-semibold whitespace-nowrap">
                {pull.peak_is_lower_bound && "≥ "}
                {force(pull.peak_newtons, { unit, resolution: pull.resolution_newtons })}{" "}
                <small className="text-soft font-normal">{unit}</small>
              </td>
              <td className="text-soft">{pull.origin === "file" ? "curve" : `typed ${pull.typed_text} ${pull.typed_unit}`}</td>
              <td>{COUNTS_AS[pull.judgement?.counts_as ?? "unjudged"]}</td>
              <td className="text-soft whitespace-nowrap">{when(pull.pulled_at)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
