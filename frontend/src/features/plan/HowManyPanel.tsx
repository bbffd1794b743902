import { ChanceCurves } from "@/charts/ChanceCurves";
import { useLot } from "@/lot/context";
import { NumberField } from "@/lot/NumberField";
import { QuantityField } from "./inputs";
import { Panel } from "./Panel";
import { usePart, usePlan } from "./planContext";
import { Expected } from "./Expected";

/** How many pulls answer the question, and what fewer can support. */
export function HowManyPanel() {
  const { plan, content, change, may } = usePlan();
  const { unit } = useLot();
  const [expected, setExpected] = usePart("expected");
  const answer = plan.sections.how_many;
  const comparison = plan.sections.comparison;
  return (
    <Panel title="How many" aside={answer.scatter ?? undefined} answer={answer}>
      {answer.curves && (
        <ChanceCurves curves={answer.curves} planned={answer.planned ?? null} needed={answer.needed ?? null} />
      )}
      {may && (
        <div className="mt-3 grid gap-3 sm:grid-cols-2">
          <div className="grid grid-cols-2 gap-3">
            <NumberField label="Pulls" whole value={content.pulls} onChange={(pulls) => change({ pulls })} />
            <NumberField
              label="Trials besides"
              whole
              value={content.trials}
              onChange={(trials) => change({ trials })}
            />
          </div>
          <QuantityField
            label="It must clear"
            quantity="measured"
            unit={unit.symbol}
            value={content.required}
            note="empty: what is wanted or claimed under Ask"
            onChange={(required) => change({ required })}
          />
          <QuantityField
            label="Expected break"
            quantity="measured"
            unit={unit.symbol}
            value={expected.mean}
            note="empty: earlier lots of the type, else the claim"
            onChange={(mean) => setExpected({ mean })}
          />
          <div className="grid grid-cols-3 gap-3">
            <NumberField
              label="Wanted chance"
              unit="%"
              placeholder="90"
              value={content.assurance_percent}
              onChange={(assurance_percent) => change({ assurance_percent })}
            />
            <NumberField
              label="Expected scatter"
              unit="%"
              value={expected.scatter_percent}
              onChange={(scatter_percent) => setExpected({ scatter_percent })}
            />
            <NumberField
              label="A difference of"
              unit="%"
              value={content.difference_percent}
              onChange={(difference_percent) => change({ difference_percent })}
            />
          </div>
        </div>
      )}
      {comparison.state !== "missing" && <p className="mt-2">{comparison.sentence}</p>}
      <Expected />
      {answer.supports && (
        <details className="mt-2.5">
          <summary className="cursor-pointer font-semibold">What 1, 2, 3, 5 and 10 breaks support</summary>
          <dl className="mt-1">
            {answer.supports.map((row) => (
              <div key={row.n} className="border-line grid grid-cols-[34px_1fr] border-t py-1 text-[13px]">
                <dt className="num font-semibold">{row.n}</dt>
                <dd>{row.sentence}</dd>
              </div>
            ))}
          </dl>
          <p className="text-soft mt-1 text-[12.5px]">{answer.lowest}</p>
        </details>
      )}
    </Panel>
  );
}
