import type { Schemas } from "@/api/client";
import { surePercent } from "@/format/words";

type Statement = Schemas["Statement"];
const KINDS: Record<string, string> = {
  normal: "if strengths are normal",
  weakest_place: "where the weakest place decides",
  weak_pieces: "where 8 % of the pieces are weak",
};

/** What a minimum is worth, beside its figure: whose confidence it is, how often such a bound keeps, what lowers it. */
export function Beside({ statement }: { statement: Statement }) {
  return (
    <div className="grid gap-1.5 text-[13px] leading-snug">
      <p data-testid="confidence">
        <b>{surePercent(statement.chosen_confidence ?? statement.confidence)}</b> sure that{" "}
        <b>{surePercent(statement.coverage)}</b> of all pieces are stronger, by {method(statement)}.
      </p>
      {statement.keeps && <Keeps keeps={statement.keeps} />}
      {statement.stretch && <p className="border-derived border-l-4 pl-2.5">{statement.stretch}</p>}
    </div>
  );
}

function Keeps({ keeps }: { keeps: NonNullable<Statement["keeps"]> }) {
  return (
    <dl title={keeps.words} aria-label={keeps.words} className="mt-0.5">
      <dt className="cap">Of 100 such bounds, kept</dt>
      {keeps.rows.map((row) => (
        <dd key={row.population} className="flex items-baseline gap-2">
          <span className={`num w-7 text-right font-semibold ${row.kept_percent < 90 ? "text-signal" : ""}`}>
            {Math.floor(row.kept_percent)}
          </span>
          {KINDS[row.population]}
        </dd>
      ))}
    </dl>
  );
}

const method = (statement: Statement) =>
  statement.schools.find((school) => school.key === statement.chosen)?.name.toLowerCase() ?? "no method";
