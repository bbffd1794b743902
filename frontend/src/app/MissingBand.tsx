import { useQuery } from "@tanstack/react-query";
import { healthQuery } from "@/api/queries";
import { when } from "@/format/words";

/** Over every page, what keeps ending beside it and what cannot be done meanwhile. */
export function MissingBand() {
  const { data } = useQuery(healthQuery);
  const missing = data?.missing ?? [];
  if (missing.length === 0) return null;
  return (
    <div role="status" className="bg-derived text-sheet grid gap-1 px-4 py-2">
      {missing.map(({ name, since }) => (
        <p key={name}>
          <b className="font-semibold">{WORDS[name]?.[0] ?? `${name} is missing.`}</b>{" "}
          {WORDS[name]?.[1] ?? "The rest goes on."} It has kept ending since {when(since)}; the window of bin/start says
          why.
        </p>
      ))}
    </div>
  );
}

const WORDS: Record<string, [string, string]> = {
  recorder: ["The recorder is not running.", "No bench can be driven and no pull recorded; files can be handed in."],
  worker: ["The worker is not running.", "Ratings are computed when you open them, and no daily backup is made."],
  bench: ["The simulated bench is not running.", "Practice on it has to wait; benches of your own are not touched."],
  oven: ["The simulated oven is not running.", "Its long test reads nothing; loggers of your own are not touched."],
};
