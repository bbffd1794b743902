import { Link } from "@tanstack/react-router";
import { useLot } from "@/lot/context";
import { Caution } from "@/ui/states";
import { Working } from "@/ui/Working";
import { NumberField } from "@/lot/NumberField";
import { QuantityField } from "./inputs";
import { Panel } from "./Panel";
import { usePart, usePlan } from "./planContext";

/** Each bench with can, or the reason why not and by how much; what is stored, and how far to stay away. */
export function BenchPanel() {
  const { plan, content, change, may } = usePlan();
  const { unit } = useLot();
  const answer = plan.sections.benches;
  return (
    <Panel title="Which bench can do it" answer={answer}>
      <div role="radiogroup" aria-label="Bench" className="mt-2">
        {answer.benches?.map((bench) => (
          <button
            key={bench.id ?? bench.name}
            type="button"
            role="radio"
            aria-checked={bench.chosen}
            disabled={!may}
            onClick={() => change({ bench_id: bench.chosen ? null : bench.id })}
            className="border-line hover:bg-wash grid w-full grid-cols-[20px_1fr] items-baseline gap-x-2 border-t py-2 text-left"
          >
            <i
              aria-hidden="true"
              className={`h-3 w-3 border-[1.5px] ${bench.can ? "border-ink" : "border-edge"} ${bench.chosen ? "bg-ink" : ""}`}
            />
            <span className={bench.can ? "" : "text-soft"}>
              <b className="font-semibold">
                {bench.name}
                {bench.cell && `, cell ${bench.cell}`}
              </b>
              <span className={`block text-[13px] ${bench.chosen && !bench.can ? "text-signal font-semibold" : ""}`}>
                {bench.sentence}
              </span>
            </span>
          </button>
        ))}
      </div>
      <Link to="/benches" className="mt-1 inline-block text-[13px] font-semibold underline">
        Benches, cells and gear
      </Link>
      {may && (
        <details className="mt-2">
          <summary className="text-soft cursor-pointer text-[13px] font-semibold">What else it must do</summary>
          <div className="mt-2 grid gap-2.5">
            <QuantityField
              label="Lowest force to be read"
              quantity="force"
              unit={unit.symbol}
              value={content.lowest}
              onChange={(lowest) => change({ lowest })}
            />
            <QuantityField
              label="Stroke needed"
              quantity="displacement"
              value={content.stroke}
              onChange={(stroke) => change({ stroke })}
            />
            <QuantityField
              label="Bed length needed"
              quantity="displacement"
              unit="m"
              value={content.bed}
              onChange={(bed) => change({ bed })}
            />
            <NumberField
              label="Speed, mm/min"
              value={content.speed_mm_per_minute}
              onChange={(speed_mm_per_minute) => change({ speed_mm_per_minute })}
            />
          </div>
        </details>
      )}
      <StandOff />
    </Panel>
  );
}

const MEDIA = ["none", "liquid", "gas"] as const;

function StandOff() {
  const { plan, may } = usePlan();
  const [energy, set] = usePart("energy");
  const answer = plan.sections.energy;
  return (
    <div className="border-line mt-3 border-t pt-2.5">
      {answer.state === "ok" ? (
        <Caution>
          <b className="font-semibold">{answer.sentence}</b> <Working lines={answer.working} />
        </Caution>
      ) : (
        <p className={answer.state === "refused" ? "text-signal font-semibold" : "text-soft text-[13px]"}>
          {answer.sentence}
        </p>
      )}
      {answer.cautions.map((caution) => (
        <p key={caution} className="text-soft mt-1 text-[12.5px]">
          {caution}
        </p>
      ))}
      {may && (
        <details className="mt-2">
          <summary className="text-soft cursor-pointer text-[13px] font-semibold">What is stretched or filled</summary>
          <div className="mt-2 grid gap-2.5">
            <QuantityField
              label="Stretch at the break"
              quantity="displacement"
              unit="mm"
              value={energy.stretch}
              onChange={(stretch) => set({ stretch })}
            />
            <QuantityField
              label="Length in line"
              quantity="displacement"
              unit="m"
              value={energy.length}
              onChange={(length) => set({ length })}
            />
            <NumberField
              label="What may fly weighs, kg"
              value={energy.flying_kg}
              onChange={(flying_kg) => set({ flying_kg })}
            />
            <NumberField
              label="Stiffness, N/mm"
              value={energy.stiffness_n_per_mm}
              onChange={(stiffness_n_per_mm) => set({ stiffness_n_per_mm })}
            />
            <fieldset className="flex flex-wrap gap-x-4">
              <legend className="cap mb-1">Under pressure</legend>
              {MEDIA.map((medium) => (
                <label key={medium} className="flex min-h-8 items-center gap-2">
                  <input
                    type="radio"
                    className="accent-(--ink)"
                    checked={(energy.medium ?? "none") === medium}
                    onChange={() => set({ medium })}
                  />
                  {medium === "none" ? "nothing" : medium}
                </label>
              ))}
            </fieldset>
            {(energy.medium ?? "none") !== "none" && (
              <>
                <QuantityField
                  label="Pressure, absolute"
                  quantity="pressure"
                  value={energy.pressure}
                  onChange={(pressure) => set({ pressure })}
                />
                <NumberField
                  label="Volume, litres"
                  value={energy.volume_litres}
                  onChange={(volume_litres) => set({ volume_litres })}
                />
              </>
            )}
          </div>
        </details>
      )}
    </div>
  );
}
