import { useState } from "react";
import type { Schemas } from "@/api/client";
import { ProbabilityPlot, type PlotPoint } from "@/charts/ProbabilityPlot";
import { shown } from "@/format/figure";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";
import { Segments } from "@/ui/Segments";

type Statement = Schemas["Statement"];
const FAMILIES = [
  { value: "normal", label: "Normal" },
  { value: "lognormal", label: "Log-normal" },
  { value: "weibull", label: "Weibull" },
];

const familyOf = (school: string | null) =>
  school?.includes("lognormal") ? "lognormal" : school?.includes("weibull") ? "weibull" : "normal";

/** Does a family fit; what stands apart, and what the tests can see at all with so few values. */
export function Evidence({ statement }: { statement: Statement }) {
  const { unit } = useLot();
  const [family, setFamily] = useState(familyOf(statement.chosen));
  const plot = statement.plot.find((p) => p.family === family);
  return (
    <div className="grid gap-3 min-[900px]:grid-cols-2">
      {plot && (
        <section className="sheet min-w-0 px-4 py-3" aria-label="Probability plot">
          <div className="flex flex-wrap items-center justify-between gap-2">
            <h2>On a straight line?</h2>
            <Segments label="Family" value={family} onChange={setFamily} options={FAMILIES} />
          </div>
          <ProbabilityPlot
            points={plot.points as PlotPoint[]}
            logarithms={plot.logarithms}
            line={plot.location === null || plot.scale === null ? null : { location: plot.location, scale: plot.scale }}
            axis={plot.axis}
            bound={statement.minimum?.value_si ?? null}
            coverage={statement.coverage}
            unit={unit}
          />
        </section>
      )}
      <SampleTests statement={statement} />
    </div>
  );
}

function SampleTests({ statement }: { statement: Statement }) {
  const { unit } = useLot();
  const tests = statement.sample_tests;
  const flagged = tests.filter((t) => t.flags);
  return (
    <section className="sheet min-w-0 px-4 py-3" aria-label="What stands apart">
      <h2>
        {flagged.length ? `${plural(flagged.length, "test")} of ${tests.length} see something` : "Nothing stands apart"}
      </h2>
      <p className="text-soft text-[12.5px]">
        A flag is no reason to leave a value out: only a cause other than the value is.
      </p>
      <dl className="mt-1">
        {tests.map((test) => (
          <div key={test.key} className="border-line border-t py-1 text-[12.5px]">
            <dt className={`font-semibold ${test.flags ? "text-signal" : test.flags === null ? "text-soft" : ""}`}>
              {test.name}
              {test.flags && test.values.length > 0 && (
                <span className="num">: {test.values.map((v) => shown(v, unit.symbol).text).join(", ")}</span>
              )}
            </dt>
            <dd className="first-letter:uppercase">
              {test.in_words}. <span className="text-soft">{test.detectable}</span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
