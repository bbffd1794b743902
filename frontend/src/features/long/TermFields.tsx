import type { Schemas } from "@/api/client";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";

export type TypedTerms = Record<string, { text: string; unit: string }>;
type Term = Schemas["LongTerm"];
type Props = {
  terms: Term[];
  typed: TypedTerms;
  onChange: (typed: TypedTerms) => void;
  errors: Record<string, string>;
};

/** What is agreed, each with the unit it is typed in; a figure of a code is marked to be checked. */
export function TermFields({ terms, typed, onChange, errors }: Props) {
  return (
    <div className="grid gap-3 min-[520px]:grid-cols-2">
      {terms.map((term) => {
        const now = typed[term.key] ?? { text: "", unit: term.units[0] ?? "" };
        const set = (change: Partial<typeof now>) => onChange({ ...typed, [term.key]: { ...now, ...change } });
        return (
          <div
            key={term.key}
            className={`flex items-end gap-1.5 ${term.quantity === "text" ? "min-[520px]:col-span-2" : ""}`}
          >
            <Field
              label={`${term.name}${term.source ? ` ${term.source}` : ""}`}
              className="min-w-0 flex-1"
              inputMode={term.quantity === "text" ? "text" : "decimal"}
              unit={term.units.length === 1 ? term.units[0] : undefined}
              value={now.text}
              error={errors[term.key]}
              onChange={(event) => set({ text: event.target.value })}
            />
            {term.units.length > 1 && (
              <Choice
                label={`Unit of ${term.name}`}
                bare
                className="w-[84px]"
                value={now.unit}
                options={term.units.map((u) => ({ value: u, label: u }))}
                onChange={(unit) => set({ unit })}
              />
            )}
          </div>
        );
      })}
    </div>
  );
}

/** As the kind has them before anybody types. */
export const defaultsOf = (terms: Term[]): TypedTerms =>
  Object.fromEntries(
    terms.filter((t) => t.default).map((t) => [t.key, { text: t.default ?? "", unit: t.units[0] ?? "" }]),
  );

/** What was typed; empty fields are not agreed. */
export const given = (typed: TypedTerms): TypedTerms =>
  Object.fromEntries(Object.entries(typed).filter(([, one]) => one.text.trim() !== ""));
