import { Link } from "@tanstack/react-router";
import type { Unsaved, Where } from "@/lot/unsaved";

const PAGES = { Ask: "/lots/$lotId/ask", Plan: "/lots/$lotId/plan" } as const;
type Props = {
  unsaved: Partial<Record<Where, Unsaved>>;
  lotId: number;
  passedBy: boolean;
  onPass: (passed: boolean) => void;
};

/** What stands typed elsewhere and is not in what is signed: asked, and not passed by. */
export function SignUnsaved({ unsaved, lotId, passedBy, onPass }: Props) {
  const places = Object.entries(unsaved) as [Where, Unsaved][];
  if (places.length === 0) return null;
  return (
    <div role="alert" className="border-signal grid gap-1 border-l-4 px-3">
      {places.map(([where, { said }]) => (
        <p key={where}>
          <b className="font-semibold">Typed under {where} and not saved:</b> {said.join(", ")}.{" "}
          <Link to={PAGES[where]} params={{ lotId }} className="font-semibold underline">
            Save it or take it back
          </Link>
        </p>
      ))}
      <label className="flex min-h-9 items-center gap-2">
        <input type="checkbox" checked={passedBy} onChange={(event) => onPass(event.target.checked)} />
        What I sign is what stands above, whatever is typed there
      </label>
    </div>
  );
}
