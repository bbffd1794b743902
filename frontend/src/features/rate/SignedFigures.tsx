import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";
import { surePercent, VERDICT } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";

/** The figures under a signature, and the hash that the signature is over. */
export function SignedFigures({ rating }: { rating: Schemas["Rating"] }) {
  const { page, measurand } = useLot();
  const text = useFigures();
  const { statement, sha256 } = rating;
  const school = statement.schools.find((s) => s.key === statement.chosen);
  return (
    <dl className="border-line border-y text-[13.5px]">
      <Line name="Lot">{page.lot.name}</Line>
      <Line name="Pulls">{statement.counts.in_words}</Line>
      {statement.relative ? (
        <Line name="Index">{statement.relative.in_words}</Line>
      ) : (
        <>
          <Line name={measurand?.strength ?? "Minimum"}>
            <b className="num">{text(statement.minimum)}</b> by {school?.name ?? "no school"}
          </Line>
          <Line name="Coverage, confidence">
            {surePercent(statement.coverage)} stronger,{" "}
            {surePercent(statement.chosen_confidence ?? statement.confidence)} sure
          </Line>
          <Line name="Design factor">
            {statement.factor_text ? (
              <>
                <span className="num">{statement.factor_text}</span>, {statement.factor_source}
              </>
            ) : (
              <b className="text-signal">not stated: the paper says so</b>
            )}
          </Line>
          <Line name={measurand?.limit ?? "Limit"}>
            {statement.working_load_limit ? (
              <b className="num">{text(statement.working_load_limit)}</b>
            ) : (
              `none: ${statement.limit_refusal ?? ""}`
            )}
          </Line>
        </>
      )}
      {statement.verdicts.map((verdict, i) => (
        <Line key={i} name={`Claim ${text(verdict.claimed)}`}>
          {VERDICT[verdict.state]}
        </Line>
      ))}
      {statement.preloaded && <Line name="Loaded before">{statement.preloaded.in_words}</Line>}
      <Line name="Rules, SHA-256">
        {statement.rule_version},{" "}
        <span className="num text-[12px]">{sha256 ? sha256.slice(0, 24) : "being computed"}</span>
      </Line>
    </dl>
  );
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="border-line grid grid-cols-[150px_1fr] gap-3 border-t py-1 first:border-t-0">
      <dt className="text-soft">{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}
