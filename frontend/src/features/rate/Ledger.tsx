import { RadioGroup } from "radix-ui";
import type { Schemas } from "@/api/client";
import { SchoolRule } from "@/charts/SchoolRule";
import { shown } from "@/format/figure";
import { useLot } from "@/lot/context";
import { ruleMarks } from "@/lot/rule";

type School = Schemas["SchoolRow"];
type Props = { statement: Schemas["Statement"]; onChoose: (school: School["key"]) => void; calibrating?: boolean };
const FITTED = /^fitted_/;
const OFF_THE_LEDGER = ["unjudged", "superseded", "not_loaded"];

/** Each school a row with its own short rule on one common scale: the eye compares positions, not digits. */
export function Ledger({ statement, onChoose, calibrating }: Props) {
  const { page, unit } = useLot();
  const marks = ruleMarks(page.summary.marks, unit.symbol).filter((m) => !OFF_THE_LEDGER.includes(m.kind));
  const values = statement.schools.flatMap((s) => (s.value_si ? [s.value_si] : []));
  const all = [...marks.map((m) => m.value), ...values];
  const low = Math.min(...all);
  const high = Math.max(...all, low * 1.01);
  const pad = (high - low) * 0.08;
  return (
    <RadioGroup.Root
      className="sheet"
      aria-label="Schools"
      value={statement.chosen ?? ""}
      onValueChange={(school) => onChoose(school as School["key"])}
    >
      {statement.schools.map((school) => (
        <Row
          key={school.key}
          school={school}
          chosen={school.key === statement.chosen}
          recommended={school.key === statement.recommended}
          calibrating={Boolean(calibrating) && FITTED.test(school.key)}
        >
          <SchoolRule
            low={low - pad}
            high={high + pad}
            marks={marks}
            value={school.value_si}
            chosen={school.key === statement.chosen}
            minimum={school.minimum}
          />
        </Row>
      ))}
    </RadioGroup.Root>
  );
}

type RowProps = {
  school: School;
  chosen: boolean;
  recommended: boolean;
  calibrating: boolean;
  children: React.ReactNode;
};

function Row({ school, chosen, recommended, calibrating, children }: RowProps) {
  const { unit } = useLot();
  const can = school.refusal === null && school.minimum;
  const figure = school.stated && shown(school.stated, unit.symbol);
  return (
    <RadioGroup.Item
      value={school.key}
      disabled={!can}
      title={`${school.assumption} ${school.weakness}`}
      className={`border-line grid min-h-[50px] w-full grid-cols-[1fr_auto] items-center gap-x-4 border-t px-3 py-1 text-left first:border-t-0 min-[900px]:grid-cols-[minmax(0,1fr)_200px_112px] ${
        chosen ? "bg-chosen shadow-[inset_3px_0_var(--derived)]" : can ? "hover:bg-wash" : ""
      }`}
    >
      <span className="min-w-0">
        <b className={`font-semibold ${school.refusal ? "text-soft" : ""}`}>{school.name}</b>
        {recommended && <span className="cap text-derived"> recommended</span>}
        <span className="text-soft block text-[12.5px] leading-tight">
          {school.refusal ? `Refused: ${school.refusal}` : school.in_words}
          {calibrating && !school.refusal && " · calibrating …"}
        </span>
      </span>
      <span className="hidden min-[900px]:block">{children}</span>
      <span className="num text-right text-[16px] font-semibold whitespace-nowrap">
        {figure ? (
          <>
            {figure.text} <small className="text-soft text-[12px] font-normal">{figure.unit}</small>
          </>
        ) : (
          <span className="text-soft">–</span>
        )}
      </span>
    </RadioGroup.Item>
  );
}
