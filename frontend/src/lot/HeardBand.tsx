import { Link } from "@tanstack/react-router";
import { plural } from "@/format/words";

/** Over every screen of a lot about which a package says what nobody here has proved. */
export function HeardBand({ lotId, count }: { lotId: number; count: number }) {
  return (
    <div className="border-derived bg-sheet border-b-2 border-dotted px-4 py-1.5">
      A package says {plural(count, "act")} about this lot that nobody here has proved: none of it counts.{" "}
      <Link to="/heard" search={{ lot: lotId }} className="font-semibold underline">
        Look at it
      </Link>
    </div>
  );
}
