import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { shown } from "@/format/figure";
import { COUNTS_AS, when } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";
import { Empty } from "@/ui/states";

type Pull = Schemas["PullRow"];

/** The pulls of the lot, in the order in which they were brought in. */
export function PullTable() {
  const { page } = useLot();
  if (page.pulls.length === 0) {
    return (
      <Empty title="No pulls yet">
        Drop the files that the logger wrote, or type the highest reading of the display. Each pull belongs to a
        numbered specimen; one end, corner or body of it gives one observation.
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
            <th className="text-right">Value</th>
            <th>From</th>
            <th>Counts as</th>
            <th>When</th>
          </tr>
        </thead>
        <tbody>
          {page.pulls.map((pull) => (
            <Row key={pull.id} pull={pull} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({ pull }: { pull: Pull }) {
  const { page, unit, setSelected } = useLot();
  const text = useFigures();
  const value = pull.measurement && shown(pull.measurement.figure, unit.symbol);
  return (
    <tr
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
        {page.specimens.find((s) => s.number === pull.specimen)?.label || pull.specimen}, {pull.feature}
        {pull.preload && (
          <span className={pull.preloaded ? "text-derived font-semibold" : "text-soft"}>
            {" "}
            {pull.preloaded ? "preloaded" : "loaded before"} {text(pull.preload)}
          </span>
        )}
      </td>
      <td className="num text-right font-semibold whitespace-nowrap">
        {pull.measurement?.lower_bound_cause && "≥ "}
        {value ? value.text : "–"} <small className="text-soft font-normal">{value?.unit}</small>
      </td>
      <td className="text-soft">{from(pull)}</td>
      <td title={pull.state_reason ?? undefined}>{countsAs(pull)}</td>
      <td className="text-soft whitespace-nowrap">{when(pull.pulled_at)}</td>
    </tr>
  );
}

function from({ origin, measurement: m }: Pull): string {
  if (origin !== "display" && origin !== "nothing read") return m?.source === "override" ? "curve, overruled" : "curve";
  return m ? `read ${m.text} ${m.unit}` : "nothing read";
}

function countsAs({ state, judgement }: Pull): string {
  const words = COUNTS_AS[judgement?.counts_as ?? "unjudged"] ?? "";
  if (state === "superseded") return `${words}, superseded`;
  return judgement && !judgement.complete ? `${words}, incomplete` : words;
}
