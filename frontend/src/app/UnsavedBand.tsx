import { Link, useMatchRoute } from "@tanstack/react-router";
import { useUnsaved, type Where } from "@/lot/unsaved";

const PAGES = { Ask: "/lots/$lotId/ask", Plan: "/lots/$lotId/plan" } as const;
const MOST = 4;

/** Over every page of a lot: what was typed elsewhere in it and is not saved. */
export function UnsavedBand({ lotId }: { lotId: number }) {
  const unsaved = useUnsaved(lotId);
  const matches = useMatchRoute();
  const all = Object.entries(unsaved) as [Where, { said: string[] }][];
  const places = all.filter(([where]) => matches({ to: PAGES[where] }) === false); // its own page says so itself
  if (places.length === 0) return null;
  return (
    <div role="status" className="bg-chosen border-derived flex flex-wrap items-center gap-x-4 border-b-2 px-4 py-1.5">
      {places.map(([where, { said }]) => (
        <span key={where}>
          <b className="font-semibold">Not saved under {where}:</b> {said.slice(0, MOST).join(", ")}
          {said.length > MOST && ` and ${said.length - MOST} more`}{" "}
          <Link to={PAGES[where]} params={{ lotId }} className="ml-1 font-semibold underline">
            Save it or take it back
          </Link>
        </span>
      ))}
    </div>
  );
}
