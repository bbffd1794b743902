import type { Schemas } from "@/api/client";
import { stated } from "@/format/figure";

/** What other schools would have said of the same pulls, and what one more break would have done. */
export function OtherWords({ result, unit }: { result: Schemas["PracticeResult"]; unit: string }) {
  const { schools, one_more: more } = result;
  if (schools.length === 0) return null;
  return (
    <section aria-label="What others would have said">
      <h2 className="pb-1.5 text-[15px]">What others would have said</h2>
      <ul className="sheet text-[13.5px]">
        {schools.map((school) => (
          <li
            key={school.name}
            className="border-line grid grid-cols-[minmax(0,1fr)_auto_92px] items-baseline gap-x-3 border-t px-3 py-1.5 first:border-t-0"
          >
            <span>{school.name}</span>
            <span className="num text-right">{school.value ? stated(school.value, unit) : "–"}</span>
            <span className={school.holds === false ? "text-signal font-semibold" : "text-soft"}>
              {school.value ? (school.holds ? "would hold" : "broken") : "refuses"}
            </span>
          </li>
        ))}
      </ul>
      {more && (
        <p className="pt-2 text-[13.5px]">
          One more piece would have broken at <b className="num">{stated(more.piece, unit)}</b>;{" "}
          {more.minimum ? (
            <>
              the minimum would then be <b className="num">{stated(more.minimum, unit)}</b>
              {more.holds ? ", and it would hold." : ", and it would not hold."}
            </>
          ) : (
            "there would still be no minimum."
          )}
        </p>
      )}
    </section>
  );
}
