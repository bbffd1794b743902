import type { Schemas } from "@/api/client";
import { useLot } from "@/app/lotContext";
import { ruleMarks } from "@/app/lotRule";
import { SchoolRule } from "@/charts/SchoolRule";
import { figure } from "@/format/force";

type Rating = Schemas["Rating"];
type Props = { rating: Rating; unit: string; onChoose: (school: string) => void; calibrating?: boolean };
const FITTED = /^fitted_/;

/** Each school a row with its own short rule on one common scale: the eye compares positions, not digits. */
export function Ledger({ rating, unit, onChoose, calibrating }: Props) {
  const { page } = useLot();
  const marks = ruleMarks(page.summary.marks).filter((m) => m.kind !== "unjudged" && m.kind !== "replaced");
  const values = rating.schools.flatMap((s) => (s.newtons ? [s.newtons] : []));
  const forces = [...marks.map((m) => m.newtons), ...values];
  const low = Math.min(...forces);
  const high = Math.max(...forces, low * 1.01);
  const pad = (high - low) * 0.08;
  return (
    <div className="sheet" role="radiogroup" aria-label="Schools of minimum breaking strength">
      {rating.schools.map((school) => {
        const chosen = school.key === rating.chosen;
        const recommended = school.key === rating.recommended;
        const can = school.refusal === null && school.minimum;
        return (
          <button
            key={school.key}
            type="button"
            role="radio"
            aria-checked={chosen}
            disabled={!can}
            title={`${school.assumption} ${school.weakness}`}
            onClick={() => onChoose(school.key)}
            className={`border-line grid min-h-[50px] w-full grid-cols-[1fr_auto] items-center gap-x-4 border-t px-3 py-1 text-left first:border-t-0 min-[900px]:grid-cols-[minmax(0,1fr)_200px_112px] ${
              chosen ? "bg-chosen shadow-[inset_3px_0_var(--derived)]" : can ? "hover:bg-wash" : ""
            }`}
          >
            <span className="min-w-0">
              <b className={`font-semibold ${school.refusal ? "text-soft" : ""}`}>{school.name}</b>
              {recommended && <span className="cap text-derived"> recommended</span>}
              <span className="text-soft block text-[12.5px] leading-tight">
                {school.refusal ? `Refused: ${school.refusal}` : school.in_words}
                {calibrating && !school.refusal && FITTED.test(school.key) && !school.working?.simulated && " · calibrating …"}
              </span>
            </span>
            <span className="hidden min-[900px]:block">
              <SchoolRule low={low - pad} high={high + pad} marks={marks} value={school.newtons} chosen={chosen} minimum={school.minimum} />
            </span>
            <span className="num text-right text-[16px] font-semibold whitespace-nowrap">
              {school.newtons == null || school.stated == null ? (
                <span className="text-soft">–</span>
              ) : (
                <>
                  {figure({ text: school.stated, unit: rating.unit, newtons: school.newtons }, unit)}{" "}
                  <small className="text-soft text-[12px] font-normal">{unit}</small>
                </>
              )}
            </span>
          </button>
        );
      })}
    </div>
  );
}
