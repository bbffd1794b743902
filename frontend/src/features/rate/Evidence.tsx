import { useState } from "react";
import type { Schemas } from "@/api/client";
import { ProbabilityPlot } from "@/charts/ProbabilityPlot";
import { figure } from "@/format/force";
import { plural } from "@/format/words";
import { Segments } from "@/ui/Segments";

type Rating = Schemas["Rating"];
const FAMILIES = [
  { value: "normal", label: "Normal" },
  { value: "lognormal", label: "Log-normal" },
  { value: "weibull", label: "Weibull" },
];

/** Does a family fit; what stands apart, and what the tests can see at all with so few values. */
export function Evidence({ rating, unit }: { rating: Rating; unit: string }) {
  const [family, setFamily] = useState(
    rating.chosen?.includes("lognormal") ? "lognormal" : rating.chosen?.includes("weibull") ? "weibull" : "normal",
  );
  const plot = rating.plot.find((p) => p.family === family);
  const flagged = rating.aids.filter((a) => a.flags);
  return (
    <div className="grid gap-3 min-[900px]:grid-cols-2">
      {plot && (
        <section className="sheet min-w-0 px-4 py-3" aria-label="Probability plot">
          <div className="flex flex-wrap items-center justify-between gap-2">
            <h2>On a straight line?</h2>
            <Segments label="Family" value={family} onChange={setFamily} options={FAMILIES} />
          </div>
          <ProbabilityPlot
            points={plot.points}
            logarithms={plot.logarithms}
            line={plot.location === null || plot.scale === null ? null : { location: plot.location, scale: plot.scale }}
            axis={plot.axis}
            bound={rating.minimum?.newtons ?? null}
            coverage={rating.coverage}
            unit={unit}
          />
        </section>
      )}
      <section className="sheet min-w-0 px-4 py-3" aria-label="What stands apart">
        <h2>{flagged.length ? `${plural(flagged.length, "test")} of ${rating.aids.length} see something` : "Nothing stands apart"}</h2>
        <p className="text-soft text-[12.5px]">A flag is no reason to leave a value out: only a cause other than the value is.</p>
        <dl className="mt-1">
          {rating.aids.map((aid) => (
            <div key={aid.key} className="border-line border-t py-1 text-[12.5px]">
              <dt className={`font-semibold ${aid.flags ? "text-signal" : aid.flags === null ? "text-soft" : ""}`}>
                {aid.name}
                {aid.flags && aid.values.length > 0 && <span className="num">: {aid.values.join(", ")}</span>}
              </dt>
              <dd className="first-letter:uppercase">
                {aid.in_words}. <span className="text-soft">{aid.can_see}</span>
              </dd>
            </div>
          ))}
        </dl>
      </section>
    </div>
  );
}

/** What limits next, what a few more breaks would do, and what the limit becomes in use. */
export function Further({ rating, unit }: { rating: Rating; unit: string }) {
  const text = (stated: string, newtons: number) => figure({ text: stated, unit: rating.unit, newtons }, unit);
  return (
    <>
      {rating.ways && (
        <section className="sheet px-4 py-3" aria-label="What limits next">
          <h2>What limits next</h2>
          <p className="mt-1">{rating.ways.in_words}</p>
          {rating.ways.ways.map((w) => (
            <Line key={w.mode} name={`${w.mode}, ${plural(w.breaks, "break")}`}>
              {w.stated && w.newtons ? `${text(w.stated, w.newtons)} ${unit}` : <span className="font-text text-soft">{w.refusal}</span>}
            </Line>
          ))}
        </section>
      )}
      {rating.next_breaks.length > 0 && (
        <section className="sheet px-4 py-3" aria-label="One more break">
          <h2>With more breaks like these</h2>
          {rating.next_breaks.map((row) => (
            <Line key={row.more} name={`${row.more} more`}>
              {row.stated ? `${text(row.stated, row.newtons)} ${unit}` : "still none"}
            </Line>
          ))}
        </section>
      )}
      {rating.in_use.length > 0 && (
        <details className="sheet px-4 py-3">
          <summary className="cursor-pointer font-semibold">In use: angles, choked, doubled</summary>
          {rating.in_use.map((row) => (
            <Line key={row.key} name={row.name}>
              {text(row.text, row.newtons)} {unit}
            </Line>
          ))}
          <p className="text-soft mt-1 text-[12.5px]">Rounded down. Beyond 60° from the vertical no sling is used.</p>
        </details>
      )}
    </>
  );
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="border-line flex justify-between gap-3 border-t py-1 text-[13px] first-of-type:mt-1">
      <span>{name}</span>
      <span className="num text-right">{children}</span>
    </div>
  );
}
