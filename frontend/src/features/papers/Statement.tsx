import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { ratingQuery } from "@/api/queries";
import { useLot } from "@/app/lotContext";
import { figure, force } from "@/format/force";
import { COUNTS_AS, perCent, VERDICT } from "@/format/words";

/** What the next statement would say, as the paper says it. */
export function Statement() {
  const { page, unit } = useLot();
  const { data: rating } = useQuery(ratingQuery(page.lot.id, {}));
  if (!rating) return null;
  const { lot, pulls } = page;
  const school = rating.schools.find((s) => s.key === rating.chosen);
  return (
    <section className="sheet mt-4 px-5 py-4" aria-label="What the statement says">
      <h2 className="text-[15px]">What it says as things stand</h2>
      <dl className="mt-2">
        <Line name="Item">{lot.material || "not said"}</Line>
        <Line name="Differs from what will be used">{lot.differs_from_use || "not said: it is asked under Ask"}</Line>
        <Line name="Minimum breaking strength">
          {rating.minimum ? (
            <>
              <b className="num">
                {figure(rating.minimum, unit)} {unit}
              </b>{" "}
              by {school?.name}: {perCent(rating.coverage)} stronger, {perCent(rating.confidence)} sure where the school says no other
            </>
          ) : (
            rating.recommended_because
          )}
        </Line>
        {rating.working_load_limit && (
          <Line name="Working load limit">
            <b className="num">
              {figure(rating.working_load_limit, unit)} {unit}
            </b>{" "}
            with a design factor of {rating.factor}, {rating.factor_source}
          </Line>
        )}
        {rating.verdict && (
          <Line name="Against the claim">
            <b>{VERDICT[rating.verdict.state]}.</b> {rating.verdict.because}
          </Line>
        )}
        {rating.description && (
          <Line name="Breaks">
            {rating.description.breaks}, mean{" "}
            <span className="num">
              {figure(rating.description.mean, unit)} {unit}
            </span>
            {rating.description.variation_share !== null && <>, scatter {perCent(rating.description.variation_share, 1)} of it</>}
          </Line>
        )}
        <Line name={`Pulls: ${rating.counts.in_words}`}>
          <ul className="flex flex-wrap gap-x-5 gap-y-0.5">
            {pulls.map((pull) => (
              <li key={pull.id} className={pull.judgement?.counts_as === "void" ? "text-soft line-through" : ""}>
                {pull.number}:{" "}
                <span className="num">
                  {force(pull.peak_newtons, { unit, resolution: pull.resolution_newtons })} {unit}
                </span>{" "}
                {COUNTS_AS[pull.judgement?.counts_as ?? "unjudged"]}
              </li>
            ))}
          </ul>
        </Line>
      </dl>
    </section>
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
