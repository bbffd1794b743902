import { useQuery } from "@tanstack/react-query";
import { templatesQuery } from "@/api/queries";
import { OwnRow } from "./OwnRow";
import { Section } from "./Section";

/** Acceptance plans to begin with; one of the shop's own is kept from a lot's plan. */
export function AcceptanceTemplates() {
  const { data } = useQuery(templatesQuery);
  if (!data) return null;
  return (
    <Section
      title="Acceptance templates"
      note="Required tests to begin with. One of your own is kept from a lot’s acceptance plan."
    >
      <div className="sheet">
        {data.map((row) => (
          <div
            key={row.key}
            className="border-line flex flex-wrap items-baseline gap-x-4 border-t px-3 py-2 text-[13.5px] first:border-t-0"
          >
            <b className="w-[260px] max-w-full font-semibold">{row.name}</b>
            <span className="min-w-[240px] flex-1">
              {row.asks.length > 0 && (
                <span className="block">Asks for {row.asks.map((asked) => asked.name.toLowerCase()).join(", ")}</span>
              )}
              <span className="text-soft block text-[12.5px]">{row.source}</span>
            </span>
            <OwnRow table="acceptance_templates" row={row} />
          </div>
        ))}
      </div>
    </Section>
  );
}
