import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { plural } from "@/format/words";

type Look = Pick<Schemas["PackageLook"], "vouched" | "heard" | "marked">;

const WORDS: Record<Look["vouched"]["how"], string> = {
  own: "Signed here: what it says of people is believed.",
  trusted: "Signed by an installation that is believed here.",
  stranger: "Signed by an installation that nobody here has said to believe.",
  unsigned: "Nobody signed it.",
};

/** Who vouches for a package, and what of it is therefore only said. */
export function Vouched({ look }: { look: Look }) {
  const { vouched, heard, marked } = look;
  const doubt = vouched.how === "stranger" || vouched.how === "unsigned";
  return (
    <div className={`grid gap-1 border-l-4 px-3 py-1 ${doubt ? "border-derived border-dotted" : "border-measured"}`}>
      <p>
        <b>{WORDS[vouched.how]}</b>
        {vouched.short && (
          <>
            {" "}
            {vouched.name && `${vouched.name}, `}key <span className="num">{vouched.short}</span>.
          </>
        )}
      </p>
      {heard.length > 0 && (
        <>
          <p className="text-[13px]">These are only said, and count for nothing until somebody here takes them over:</p>
          <ul className="text-[13px]">
            {heard.map((row) => (
              <li key={row.what}>
                {plural(row.count, row.what)}
                {row.by.length > 0 && <span className="text-soft"> of {row.by.slice(0, 4).join(", ")}</span>}
              </li>
            ))}
          </ul>
        </>
      )}
      {marked > 0 && <p className="text-soft text-[13px]">{plural(marked, "row")} marked as not proved here.</p>}
      <p className="text-[13px]">
        <Link to="/heard" className="underline">
          What is only said
        </Link>{" "}
        ·{" "}
        <Link to="/verification" className="underline">
          Whose word is believed
        </Link>
      </p>
    </div>
  );
}
