import type { Schemas } from "@/api/client";
import { shown, type Figure } from "@/format/figure";
import { useLot } from "@/lot/context";
import { useState } from "react";
import { Beside } from "./Beside";
import { FactorSlider } from "./FactorSlider";

type Rating = Schemas["Rating"];

/** Minimum, factor and working load limit; the factor as a slider with stops. A lot that only ranks gets an index. */
export function Result({ rating, onFactor }: { rating: Rating; onFactor: (factor: number) => void }) {
  const { measurand } = useLot();
  const { statement, stops } = rating;
  const [moving, setMoving] = useState<number | null>(null);
  if (statement.relative) return <Index words={statement.relative.in_words} />;
  const strength = measurand?.strength ?? "Minimum";
  if (!statement.minimum) return <NoMinimum strength={strength} statement={statement} />;
  const stop = moving === null ? null : stops[moving];
  const limit = stop ? stop.limit : statement.working_load_limit;
  return (
    <div className="sheet p-4">
      <div className="cap">{strength}</div>
      <Big figure={statement.minimum} testid="minimum" />
      <Beside statement={statement} />
      <div className="border-line mt-3 flex gap-7 border-t pt-2">
        <div>
          <div className="cap">Design factor</div>
          <div className="num text-[22px]" data-testid="factor">
            {stop?.text ?? statement.factor_text ?? <span className="text-signal">not chosen</span>}
          </div>
        </div>
        <div>
          <div className="cap">{measurand?.limit ?? "Limit"}</div>
          {limit ? (
            <Small figure={limit} testid="working-load" />
          ) : (
            <p className="text-signal text-[15px] font-semibold">None</p>
          )}
        </div>
      </div>
      {!limit && statement.limit_refusal && <p className="text-signal mt-2 text-[13px]">{statement.limit_refusal}.</p>}
      {stops.length > 0 && (
        <>
          <FactorSlider
            stops={stops}
            factor={statement.factor}
            text={statement.factor_text}
            onMove={setMoving}
            onFactor={onFactor}
          />
          <p className="text-soft mt-2 text-[12.5px] first-letter:uppercase">
            {statement.factor === null
              ? "Choose one by the use: the limit is then rounded down to the marking step."
              : `${statement.factor_source}. Rounded down to the marking step.`}
          </p>
        </>
      )}
    </div>
  );
}

/** What can be said, and the ways on. */
function NoMinimum({ strength, statement }: { strength: string; statement: Schemas["Statement"] }) {
  const [known, ...ways] = statement.ways_out ?? [];
  return (
    <div className="sheet p-4">
      <div className="cap">{strength}</div>
      <p className="mt-1 text-[22px] font-semibold">None yet</p>
      <p className="mt-1">{statement.recommended_reason}</p>
      {known && <p className="border-derived mt-2 border-l-4 pl-3">{known}</p>}
      {ways.length > 0 && (
        <>
          <div className="cap mt-3">Ways on</div>
          <ol className="mt-1 list-decimal pl-5">
            {ways.map((way) => (
              <li key={way} className="py-0.5">
                {way}
              </li>
            ))}
          </ol>
        </>
      )}
    </div>
  );
}

function Index({ words }: { words: string }) {
  return (
    <div className="sheet p-4">
      <div className="cap">Index</div>
      <p className="text-derived mt-1 text-[22px] leading-snug font-semibold">{words}</p>
      <p className="text-soft mt-2">This lot only ranks: no minimum and no limit follow from it.</p>
    </div>
  );
}

function Big({ figure, testid }: { figure: Figure; testid: string }) {
  const { unit } = useLot();
  const { text, unit: own } = shown(figure, unit.symbol);
  return (
    <div className="num text-derived text-[40px] leading-[1.15] font-semibold" data-testid={testid}>
      {text}
      <span className="ml-2 text-[18px]">{own}</span>
    </div>
  );
}

function Small({ figure, testid }: { figure: Figure; testid: string }) {
  const { unit } = useLot();
  const { text, unit: own } = shown(figure, unit.symbol);
  return (
    <div className="num text-[22px]" data-testid={testid}>
      {text}
      <span className="ml-1.5 text-[14px]">{own}</span>
    </div>
  );
}
