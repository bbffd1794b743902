import type { Schemas } from "@/api/client";
import { ForceRule } from "@/charts/ForceRule";
import type { RuleDemand, RuleMark } from "@/charts/ruleLayout";
import { stated } from "@/format/figure";
import { COUNTS_AS, perCent, plural } from "@/format/words";
import { useShownUnit } from "@/lot/units";
import { OtherWords } from "./OtherWords";

type Run = Schemas["PracticeRun"];
type Result = Schemas["PracticeResult"];

/** What was true: the score, the real minimum on the rule, every judgement against what it was. */
export function Truth({ run, result }: { run: Run; result: Result }) {
  const { score, truth } = result;
  const unit = useShownUnit("force", truth.minimum.unit);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
      <section className="sheet flex flex-wrap items-center gap-x-8 gap-y-3 p-4" aria-label="Your score">
        <div>
          <span
            className={`num block text-[54px] leading-none font-semibold ${score.total < 0 ? "text-signal" : "text-derived"}`}
          >
            {score.total.toFixed(0)}
          </span>
          <span className="text-soft text-[13px]">of 100</span>
        </div>
        <div className="min-w-[260px] flex-1">
          <p className={`text-[17px] font-semibold ${score.held ? "" : "text-signal"}`}>{score.words}</p>
          <p className="text-soft">
            For the promise <span className="num">{score.promise.toFixed(0)}</span>, for judging{" "}
            <span className="num">{score.judging.toFixed(0)}</span> of 30. The pieces: {truth.population}.
          </p>
        </div>
      </section>
      {run.answer !== "choice" && (
        <section aria-label="The truth on the rule">
          <ForceRule unit={unit} marks={marks(result, unit.symbol)} demands={demands(result, unit.symbol)} />
          <p className="text-soft pt-1 text-[13px]">
            {perCent(truth.coverage)} of all pieces hold more than{" "}
            <b className="num text-ink">{stated(truth.minimum, unit.symbol)}</b>
            {truth.stated && (
              <>
                ; you promised <b className="num text-derived">{stated(truth.stated, unit.symbol)}</b>
              </>
            )}
            .
          </p>
        </section>
      )}
      {result.teaches && (
        <div className="border-derived max-w-[80ch] border-l-4 px-3">
          {result.about && <h2>{result.about}</h2>}
          <p className="text-[15px]">{result.teaches}</p>
        </div>
      )}
      {result.cells?.some((cell) => cell.pulls > 0) && <CellsTold cells={result.cells} />}
      <div className={`grid gap-5 ${result.schools.length > 0 ? "min-[1000px]:grid-cols-2" : ""}`}>
        <Judgements rows={result.pulls} unit={unit.symbol} />
        <OtherWords result={result} unit={unit.symbol} />
      </div>
    </div>
  );
}

const Tick = ({ good, yes, no }: { good: boolean; yes: string; no: string }) => (
  <span aria-label={good ? yes : no} className={good ? "" : "text-signal font-semibold"}>
    {good ? "✓" : "✗"}
  </span>
);

/** How each cell really read, and whether somebody looked in time. */
function CellsTold({ cells }: { cells: NonNullable<Result["cells"]> }) {
  return (
    <section aria-label="The cells">
      <h2 className="pb-1.5 text-[15px]">The cells</h2>
      <ul className="sheet text-[13.5px]">
        {cells.map((cell) => (
          <li
            key={cell.name}
            className="border-line grid grid-cols-[22px_minmax(0,1fr)_auto] items-baseline gap-x-2 border-t px-3 py-1.5 first:border-t-0"
          >
            <Tick good={cell.sound} yes="sound" no="not sound" />
            <span>
              <b className="font-semibold">{cell.name}.</b> {cell.words}
            </span>
            <span className="num text-soft text-right">{plural(cell.pulls, "pull")}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

const marks = (result: Result, unit: string): RuleMark[] =>
  result.pulls.flatMap((pull) =>
    pull.value && pull.counts_as
      ? [
          {
            id: String(pull.number),
            value: pull.value.value_si,
            kind: pull.counts_as,
            label: `Pull ${pull.number}: ${COUNTS_AS[pull.counts_as] ?? pull.counts_as} ${stated(pull.value, unit)}`,
          },
        ]
      : [],
  );

function demands({ truth }: Result, unit: string): RuleDemand[] {
  const real: RuleDemand = {
    id: "truth",
    label: "Really",
    text: stated(truth.minimum, unit),
    value: truth.minimum.value_si,
    kind: "claim",
  };
  if (!truth.stated) return [real];
  return [
    real,
    {
      id: "stated",
      label: "Promised",
      text: stated(truth.stated, unit),
      value: truth.stated.value_si,
      kind: "derived",
    },
  ];
}

function Judgements({ rows, unit }: { rows: Result["pulls"]; unit: string }) {
  return (
    <section aria-label="Your judgements">
      <h2 className="pb-1.5 text-[15px]">Your judgements</h2>
      <ul className="sheet text-[13.5px]">
        {rows.map((row) => (
          <li
            key={row.number}
            className="border-line grid grid-cols-[26px_22px_minmax(0,1fr)_auto] items-baseline gap-x-2 border-t px-3 py-1.5 first:border-t-0"
          >
            <span className="num text-soft text-right">{row.number}</span>
            <Tick good={row.right} yes="right" no="wrong" />
            <span>{row.right ? (COUNTS_AS[row.should] ?? row.should) : row.words}</span>
            <span className="num text-soft text-right">really {stated(row.strength, unit)}</span>
          </li>
        ))}
        {rows.length === 0 && <li className="text-soft px-3 py-2">Nothing was pulled.</li>}
      </ul>
    </section>
  );
}
