import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { plural, when } from "@/format/words";

type Told = Schemas["Today"]["verification"];
const OLD_HOURS = 48;
const hoursSince = (at: string) => (Date.now() - new Date(at).getTime()) / 3_600_000;

/** When everything was last held against its hash, and what came of it. */
export function VerifiedLine({ told }: { told: Told }) {
  const broken = (told.broken ?? 0) > 0;
  const wrong = broken || (told.at !== undefined && hoursSince(told.at) > OLD_HOURS);
  return (
    <p
      className={`text-[13px] ${wrong ? "text-signal font-semibold" : "text-soft"}`}
      role={wrong ? "alert" : undefined}
    >
      <Link to="/verification" className="underline">
        {!told.at
          ? "Not verified yet"
          : broken
            ? `${plural(told.broken ?? 0, "thing")} not what was kept`
            : `Verified ${when(told.at)}, all sound`}
      </Link>
      {broken && `: ${told.first ?? ""}`}
    </p>
  );
}
