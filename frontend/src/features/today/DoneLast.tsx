import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { stated } from "@/format/figure";
import { when } from "@/format/words";
import { useSettings } from "@/lot/settings";

const DONE: Record<string, string> = {
  judge_pull: "judged",
  import_recording: "brought in",
  record_peak: "typed",
  undo_judgement: "taken back",
  correct_reading: "corrected",
  overrule_finding: "overruled",
};
const SHOWN = 8;

/** What was pulled and judged last, one line a pull. */
export function DoneLast({ rows }: { rows: Schemas["Today"]["latest"] }) {
  const wanted = useSettings().unitOf("force");
  return (
    <ol className="text-[13px]">
      {rows.slice(0, SHOWN).map((entry) => (
        <li key={entry.pull_id} className="border-line border-t py-1.5 leading-snug first:border-t-0">
          <Link
            to="/lots/$lotId/judge"
            params={{ lotId: entry.lot_id }}
            search={{ pull: entry.pull_id }}
            className="hover:underline"
          >
            <span className="font-semibold">Pull {entry.number}</span> of {entry.lot}
            {entry.figure && (
              <>
                , <span className="num whitespace-nowrap">{stated(entry.figure, wanted ?? entry.figure.unit)}</span>
              </>
            )}
          </Link>
          <span className="text-soft block">
            {DONE[entry.action]} by {entry.person}, {when(entry.created_at)}
          </span>
        </li>
      ))}
      {rows.length === 0 && <li className="text-soft py-2">What is pulled and judged is listed here.</li>}
    </ol>
  );
}
