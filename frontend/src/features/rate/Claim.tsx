import type { Schemas } from "@/api/client";
import { useLot } from "@/app/lotContext";
import { figure, force } from "@/format/force";
import { signedPerCent, VERDICT } from "@/format/words";

type Rating = Schemas["Rating"];
const BAND: Record<string, string> = {
  below: "below the wanted band",
  within: "within the wanted band",
  above: "above the wanted band: over-strong is a finding too",
};

/** The verdict as a sentence, and by how much. */
export function Claim({ rating, unit }: { rating: Rating; unit: string }) {
  const { page } = useLot();
  const { verdict, margins } = rating;
  if (!verdict) {
    return (
      <div className="sheet px-4 py-3">
        <h2>No claim</h2>
        <p className="text-soft mt-1">Nobody said what this carries. A claim or a reference is entered under Ask.</p>
      </div>
    );
  }
  const wanted = page.summary.requirement;
  return (
    <div className="sheet px-4 py-3">
      <h2>
        Against the claim of{" "}
        {verdict.claimed
          ? `${figure(verdict.claimed, unit)} ${unit}`
          : page.summary.claim
            ? `a working load of ${force(page.summary.claim.newtons, { unit })} ${unit}`
            : ""}
      </h2>
      <p className="mt-1">
        <b className={verdict.state === "fail" ? "text-signal" : "text-ink"} data-testid="verdict">
          {VERDICT[verdict.state]}.
        </b>{" "}
        {verdict.because}
      </p>
      {margins && (
        <dl className="mt-2 text-[13px]">
          {margins.excess_text !== null && margins.excess_share !== null && margins.excess_newtons !== null && (
            <Line name="Minimum against claim">
              {figure({ text: margins.excess_text, unit: rating.unit, newtons: margins.excess_newtons }, unit)} {unit},{" "}
              {signedPerCent(margins.excess_share)}
            </Line>
          )}
          {margins.realised_factor !== null && (
            <Line name="Realised factor">
              {margins.realised_factor.toFixed(2)}
              {margins.band && <span className="font-text text-soft block">{BAND[margins.band]}</span>}
            </Line>
          )}
          {wanted && margins.meets_requirement !== null && (
            <Line name="Wanted load">
              {margins.meets_requirement ? "carried" : <span className="text-signal font-semibold">not reached</span>}
            </Line>
          )}
        </dl>
      )}
    </div>
  );
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="border-line flex justify-between gap-3 border-t py-1">
      <dt>{name}</dt>
      <dd className="num text-right">{children}</dd>
    </div>
  );
}
