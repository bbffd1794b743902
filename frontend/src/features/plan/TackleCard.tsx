import { TackleStage } from "@/charts/TackleDrawing";
import { Button } from "@/ui/Button";
import { Check } from "@/ui/Check";
import { NumberField } from "@/lot/NumberField";
import { QuantityField } from "./inputs";
import { Panel } from "./Panel";
import { usePart, usePlan, type Content } from "./planContext";

type Stage = NonNullable<NonNullable<Content["tackle"]>["stages"]>[number];
const MOST = 6;

/** A compound tackle: every part of rope drawn and numbered, so that a stage miscounted is seen. */
export function TackleCard() {
  const { plan, may } = usePlan();
  const [tackle, set] = usePart("tackle");
  const stages = tackle.stages ?? [];
  const answer = plan.sections.tackle;
  const put = (at: number, fields: Partial<Stage>) =>
    set({ stages: stages.map((stage, i) => (i === at ? { ...stage, ...fields } : stage)) });
  return (
    <Panel title="Tackle" aside="the first stage moves the load, the next hauls on it" answer={answer}>
      {answer.miscounted?.map((line) => (
        <p key={line} className="text-signal mt-1 font-semibold">
          {line}
        </p>
      ))}
      {answer.stages && answer.stages.length > 0 && (
        <div className="mt-2 flex flex-wrap gap-x-4 gap-y-3">
          {answer.stages.map((stage, i) => (
            <figure key={i}>
              <TackleStage stage={stage} number={i + 1} />
              <figcaption className="max-w-[150px] text-[12.5px]">
                <b className="font-semibold">Stage {i + 1}</b>
                {stage.moves && (
                  <span className="text-soft block">
                    moves {stage.moves} with {stage.hauls}; anchor {stage.anchor}
                  </span>
                )}
              </figcaption>
            </figure>
          ))}
        </div>
      )}
      {may && (
        <div className="mt-2.5 grid gap-2.5">
          {stages.map((stage, i) => (
            <div key={i} className="border-line grid grid-cols-2 items-end gap-2.5 border-t pt-2.5 sm:grid-cols-4">
              <NumberField
                label={`Stage ${i + 1}: parts of rope`}
                whole
                value={stage.parts}
                onChange={(parts) => parts && put(i, { parts })}
              />
              <NumberField
                label="A sheave passes on"
                unit="%"
                value={stage.efficiency_percent}
                onChange={(efficiency_percent) => put(i, { efficiency_percent })}
              />
              <NumberField label="You count" whole value={stage.counted} onChange={(counted) => put(i, { counted })} />
              <span className="flex flex-wrap items-center justify-between gap-x-3">
                <Check
                  checked={stage.from_moving_block ?? false}
                  onChange={(event) => put(i, { from_moving_block: event.target.checked })}
                >
                  hauled off the moving block
                </Check>
                <button
                  type="button"
                  className="min-h-8 text-[13px] font-semibold underline"
                  onClick={() => set({ stages: stages.filter((_, j) => j !== i) })}
                >
                  Take out
                </button>
              </span>
            </div>
          ))}
          <div className="flex flex-wrap items-end gap-3">
            <QuantityField
              className="w-64"
              label="Load to be made"
              quantity="force"
              value={tackle.load}
              note="empty: the upper estimate"
              onChange={(load) => set({ load })}
            />
            {stages.length < MOST && (
              <Button
                className="mb-4"
                onClick={() => set({ stages: [...stages, { parts: 3, efficiency_percent: 95 }] })}
              >
                {stages.length ? "Another stage" : "Add a stage"}
              </Button>
            )}
          </div>
        </div>
      )}
    </Panel>
  );
}
