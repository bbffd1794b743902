import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";

/** What was altered behind the application’s back: nothing is signed over it. */
export function Untold({ rating }: { rating: Schemas["Rating"] }) {
  if (rating.altered.length === 0) return null;
  return (
    <p role="alert" className="border-signal text-signal mb-3 border-l-4 px-3 py-1">
      <b>What this rests on was altered behind the application’s back:</b> {rating.altered.slice(0, 3).join(", ")}
      {rating.altered.length > 3 && ` and ${rating.altered.length - 3} more`}. Nothing is signed over it.{" "}
      <Link to="/verification" className="font-semibold underline">
        Verification
      </Link>
    </p>
  );
}
