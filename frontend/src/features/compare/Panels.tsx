import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";
import { DifferenceBar } from "@/charts/DifferenceBar";
import { perCent } from "@/format/words";
import { Button } from "@/ui/Button";
import { shortNames } from "./shortNames";

type Study = Schemas["ComparisonStudy"];

/** What else differs, before any figure. */
export function Mind({ study }: { study: Study }) {
  if (study.mind.length === 0) return null;
  return (
    <section className="sheet border-l-derived border-l-4 px-4 py-3" aria-label="Mind">
      <h2>Mind</h2>
      {study.mind.map((sentence) => (
        <p key={sentence} className="mt-1 leading-snug">
          {sentence}
        </p>
      ))}
    </section>
  );
}

/** One against another, the answer first. */
export function Pair({ study }: { study: Study }) {
  const { pair } = study;
  const [answer, ...rest] = pair.sentences;
  return (
    <section className="sheet min-w-0 px-4 py-3" aria-label="One against another">
      <h2>Against “{pair.other_name}”</h2>
      <p className="mt-1.5 text-[15px] leading-snug font-semibold" data-testid="pair-answer">
        {answer}
      </p>
      {pair.difference && (
        <DifferenceBar
          low={pair.difference.low_si}
          value={pair.difference.value_si}
          high={pair.difference.high_si}
          words={answer ?? ""}
        />
      )}
      {[...rest, ...study.paired].map((sentence) => (
        <p key={sentence} className="mt-1 text-[13px] leading-snug">
          {sentence}
        </p>
      ))}
    </section>
  );
}

/** Every factor and how the factors act together. */
export function Effects({ study }: { study: Study }) {
  const { effects } = study;
  if (effects.rows.length === 0) return null;
  return (
    <section className="sheet px-4 py-3" aria-label="What makes a difference">
      <h2>What makes a difference</h2>
      {effects.rows.map((row) => (
        <Line key={row.name} name={row.name} strong>
          <span title={`p ${row.p_raised.toPrecision(2)}, raised for the number of lines`}>{row.text}</span>
        </Line>
      ))}
      <Line name="Scatter left" strong>
        {effects.scatter_left}
      </Line>
    </section>
  );
}

/** From the highest to the lowest, and what that order is worth. */
export function Ranking({ study }: { study: Study }) {
  const { places, sentences } = study.ranking;
  if (places.length < 3) return null;
  const names = shortNames(places.map((spot) => spot.name));
  return (
    <section className="sheet px-4 py-3" aria-label="Ranking">
      <h2>Ranking</h2>
      <ol className="mt-1">
        {places.map((spot, i) => (
          <li
            key={spot.key}
            className="border-line grid grid-cols-[22px_1fr] gap-x-2 border-t py-1 text-[13px] first:border-t-0 sm:grid-cols-[22px_1fr_auto]"
          >
            <span className="num text-soft">{i + 1}</span>
            <span className="min-w-0">{names[i]}</span>
            <span className="text-soft col-start-2 sm:col-start-auto sm:text-right">
              {spot.chance_above === null ? "" : above(spot)}
            </span>
          </li>
        ))}
      </ol>
      {sentences.slice(1).map((sentence) => (
        <p key={sentence} className="mt-1 text-[13px]">
          {sentence}
        </p>
      ))}
    </section>
  );
}

function above(spot: Schemas["RankingPlace"]): string {
  const chance = Math.min(0.999, Math.max(0.001, spot.chance_above ?? 0));
  return `above the next with ${perCent(chance, chance > 0.99 ? 1 : 0)}${spot.apart ? "" : ", not told apart"}`;
}

/** Strength for what a piece takes, and against what was claimed. */
export function Worth({ study, onTell }: { study: Study; onTell?: () => void }) {
  return (
    <section className="sheet px-4 py-3" aria-label="Worth">
      <h2>For what it takes</h2>
      {study.worth.map((kind) => (
        <p key={kind.per} className="mt-1 text-[13px] leading-snug">
          {kind.in_words}
        </p>
      ))}
      {study.claims.map((sentence) => (
        <p key={sentence} className="mt-1 text-[13px] leading-snug">
          {sentence}
        </p>
      ))}
      {study.worth.length === 0 && study.claims.length === 0 && (
        <p className="text-soft mt-1 text-[13px]">Nobody said what a piece costs, weighs, or takes to make.</p>
      )}
      {onTell && (
        <Button className="mt-2" onClick={onTell}>
          Cost, mass, making time …
        </Button>
      )}
    </section>
  );
}

function Line({ name, strong, children }: { name: string; strong?: boolean; children: ReactNode }) {
  return (
    <div className="border-line flex justify-between gap-3 border-t py-1.5 text-[13px] first-of-type:mt-1.5">
      <span className={strong ? "font-semibold" : ""}>{name}</span>
      <span className="text-right">{children}</span>
    </div>
  );
}
