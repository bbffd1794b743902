import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";
import { VERDICT } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";

type Statement = Schemas["Statement"];
const BAND = {
  below: "below the wanted band",
  within: "within the wanted band",
  above: "above the wanted band: over-strong is a finding too",
};

/** Every claim with its verdict as a sentence; what differs between claims; by how much, and what is wanted. */
export function Claims({ statement }: { statement: Statement }) {
  const { page } = useLot();
  if (page.summary.claims.length === 0 && page.summary.requirements.length === 0) {
    return (
      <div className="sheet px-4 py-3">
        <h2>No claim</h2>
        <p className="text-soft mt-1">Nobody said what this carries. A claim or a reference is entered under Ask.</p>
      </div>
    );
  }
  return (
    <div className="sheet px-4 py-3">
      {statement.verdicts.map((verdict, i) => (
        <Verdict key={verdict.claim_id ?? i} verdict={verdict} />
      ))}
      {statement.claim_conflicts.map((sentence) => (
        <p key={sentence} className="border-derived mt-2 border-l-4 pl-2 text-[13px]">
          {sentence}
        </p>
      ))}
      {statement.margins.map((margin, i) => (
        <Margin key={i} margin={margin} name={page.ask.requirements[i]?.source} />
      ))}
    </div>
  );
}

function Verdict({ verdict }: { verdict: Schemas["Verdict"] }) {
  const text = useFigures();
  return (
    <div className="border-line border-t py-2 first:border-t-0 first:pt-0">
      <h2>
        Against the claim of {verdict.claimed ? text(verdict.claimed) : "a working load"}
        {verdict.source && <span className="text-soft font-normal">, {verdict.source}</span>}
      </h2>
      <p className="mt-1">
        <b className={verdict.state === "fail" ? "text-signal" : "text-ink"} data-testid="verdict">
          {VERDICT[verdict.state]}.
        </b>{" "}
        {verdict.reason}
      </p>
      {verdict.wrong && <p className="text-soft mt-0.5 text-[13px]">{verdict.wrong}</p>}
    </div>
  );
}

function Margin({ margin, name }: { margin: Schemas["Margin"]; name: string | undefined }) {
  const text = useFigures();
  return (
    <dl className="mt-2 text-[13px]">
      {margin.excess && (
        <Line name="Minimum against claim">
          {text(margin.excess)}, {margin.excess_share_text?.replace("-", "\u2212")}
        </Line>
      )}
      {margin.realised_factor_text && (
        <Line name="Realised factor">
          {margin.realised_factor_text}
          {margin.band && <span className="font-text text-soft block">{BAND[margin.band]}</span>}
        </Line>
      )}
      {margin.meets_requirement !== null && (
        <Line name={name ? `Wanted: ${name}` : "Wanted"}>
          {margin.meets_requirement ? "carried" : <span className="text-signal font-semibold">not reached</span>}
        </Line>
      )}
    </dl>
  );
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="border-line flex justify-between gap-3 border-t py-1">
      <dt>{name}</dt>
      <dd className="num text-right">{children}</dd>
    </div>
  );
}
