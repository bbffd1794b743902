import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";
import { ratingQuery } from "@/api/queries";
import { COUNTS_AS, perCent, surePercent, VERDICT } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";

/** What the next statement would say, as the paper says it. */
export function Statement() {
  const { page, measurand } = useLot();
  const text = useFigures();
  const { data: rating } = useQuery(ratingQuery(page.lot.id, {}));
  if (!rating) return null;
  const { lot, pulls } = page;
  const s = rating.statement;
  return (
    <section className="sheet mt-4 px-5 py-4" aria-label="What the statement says">
      <h2 className="text-[15px]">What it says as things stand</h2>
      <dl className="mt-2">
        <Line name="Item">{lot.material || "not said"}</Line>
        <Line name="Differs from what will be used">{lot.differs_from_use || "not said: it is asked under Ask"}</Line>
        <Figures statement={s} />
        {s.working_load_limit && (
          <Line name={measurand?.limit ?? "Limit"}>
            <b className="num">{text(s.working_load_limit)}</b> with a design factor of {s.factor_text},{" "}
            {s.factor_source}
          </Line>
        )}
        {s.verdicts.map((verdict, i) => (
          <Line key={i} name={`Against the claim of ${text(verdict.claimed)}`}>
            <b>{VERDICT[verdict.state]}.</b> {verdict.reason}
          </Line>
        ))}
        {s.preloaded && <Line name="Loaded before">{s.preloaded.in_words}</Line>}
        {s.description && (
          <Line name="Breaks">
            {s.description.breaks}, mean <span className="num">{text(s.description.mean)}</span>
            {s.description.variation_share !== null && <>, scatter {perCent(s.description.variation_share, 1)} of it</>}
          </Line>
        )}
        <Line name={`Pulls: ${s.counts.in_words}`}>
          <ul className="flex flex-wrap gap-x-5 gap-y-0.5">
            {pulls.map((pull) => (
              <PullLine key={pull.id} pull={pull} />
            ))}
          </ul>
        </Line>
      </dl>
    </section>
  );
}

function Figures({ statement: s }: { statement: Schemas["Statement"] }) {
  const { measurand } = useLot();
  const text = useFigures();
  if (s.relative) return <Line name="Index">{s.relative.in_words}</Line>;
  const school = s.schools.find((row) => row.key === s.chosen);
  return (
    <Line name={measurand?.strength ?? "Minimum"}>
      {s.minimum ? (
        <>
          <b className="num">{text(s.minimum)}</b> by {school?.name}: {surePercent(s.coverage)} stronger,{" "}
          {surePercent(s.chosen_confidence ?? s.confidence)} sure
        </>
      ) : (
        s.recommended_reason
      )}
    </Line>
  );
}

function PullLine({ pull }: { pull: Schemas["PullRow"] }) {
  const text = useFigures();
  const kind = pull.state === "counted" ? (pull.judgement?.counts_as ?? "unjudged") : pull.state;
  return (
    <li className={kind === "void" ? "text-soft line-through" : ""}>
      {pull.number}: <span className="num">{text((pull.judgement?.figure ?? pull.measurement?.figure) || null)}</span>{" "}
      {COUNTS_AS[kind]}
    </li>
  );
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="border-line grid gap-x-4 border-t py-1.5 sm:grid-cols-[190px_1fr]">
      <dt className="text-soft">{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}
