import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { plural } from "@/format/words";
import { useLot } from "@/lot/context";

/** What the figures below do not know yet. */
export function WaitingPulls({ rating }: { rating: Schemas["Rating"] }) {
  const { page } = useLot();
  const { unjudged, incomplete } = rating;
  if (unjudged + incomplete === 0 && !rating.failure) return null;
  const words = [
    unjudged > 0 && `${plural(unjudged, "pull")} not judged yet`,
    incomplete > 0 && `${plural(incomplete, "judgement")} without what failed`,
  ].filter(Boolean);
  return (
    <p role="status" className="border-derived mb-3 border-l-4 px-3">
      {rating.failure ?? (
        <>
          {words.join(" and ")}: these figures rest on the others.{" "}
          <Link to="/lots/$lotId/judge" params={{ lotId: page.lot.id }} className="font-semibold underline">
            Judge
          </Link>
        </>
      )}
    </p>
  );
}
