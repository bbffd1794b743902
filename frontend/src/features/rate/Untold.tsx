import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { plural } from "@/format/words";

/** What was altered behind the application’s back, and what a package only says: neither is in the figures below. */
export function Untold({ rating, lotId }: { rating: Schemas["Rating"]; lotId: number }) {
  return (
    <>
      {rating.altered.length > 0 && (
        <p role="alert" className="border-signal text-signal mb-3 border-l-4 px-3 py-1">
          <b>What this rests on was altered behind the application’s back:</b> {rating.altered.slice(0, 3).join(", ")}
          {rating.altered.length > 3 && ` and ${rating.altered.length - 3} more`}. Nothing is signed over it.{" "}
          <Link to="/verification" className="font-semibold underline">
            Verification
          </Link>
        </p>
      )}
      {rating.heard > 0 && (
        <p className="border-derived mb-3 border-l-4 border-dotted px-3 py-1">
          A package says {plural(rating.heard, "act")} about this lot that nobody here has proved: none of it counts.{" "}
          <Link to="/heard" search={{ lot: lotId }} className="font-semibold underline">
            Look at it
          </Link>
        </p>
      )}
    </>
  );
}
