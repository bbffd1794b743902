import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { todayQuery } from "@/api/queries";
import type { Schemas } from "@/api/client";
import { stated } from "@/format/figure";
import { plural, when } from "@/format/words";
import { useRowKeys } from "@/keys/useRowKeys";
import { useSettings } from "@/lot/settings";
import { BackupLine } from "./BackupLine";
import { InstrumentsDue } from "./InstrumentsDue";
import { Concluded } from "./Concluded";
import { Interrupted } from "./Interrupted";
import { InQuarantine, ProofsDue } from "./Proofs";
import { MissingTests } from "./MissingTests";
import { Empty, ErrorNote, Waiting } from "@/ui/states";

const STEPS = {
  judge: {
    title: "To judge",
    verb: "Judge",
    to: "/lots/$lotId/judge",
    line: (s: Schemas["Summary"]) =>
      s.pulled > s.judged
        ? `${plural(s.pulled - s.judged, "pull")} without a judgement`
        : `${plural(s.incomplete, "pull")} without what failed`,
  },
  pull: {
    title: "To pull",
    verb: "Pull",
    to: "/lots/$lotId/pull",
    line: (s: Schemas["Summary"]) => (s.planned ? `${s.pulled} of ${s.planned} pulled` : "nothing pulled yet"),
  },
  sign: {
    title: "To sign",
    verb: "Look and sign",
    to: "/lots/$lotId/rate",
    line: (s: Schemas["Summary"]) => s.counts_in_words,
  },
  review: {
    title: "To review",
    verb: "Look and countersign",
    to: "/lots/$lotId/papers",
    line: (s: Schemas["Summary"]) => `statement ${s.signed_number} waits for a second hand`,
  },
  more: {
    title: "Too little to rate",
    verb: "See why",
    to: "/lots/$lotId/rate",
    line: (s: Schemas["Summary"]) => s.recommended_reason,
  },
} as const;

const DONE: Record<string, string> = {
  judge_pull: "judged",
  import_recording: "brought in",
  record_peak: "typed",
  undo_judgement: "taken back",
  correct_reading: "corrected",
  overrule_finding: "overruled",
};

export function TodayPage() {
  const { data, error, refetch } = useQuery(todayQuery);
  const wanted = useSettings().unitOf("force");
  useRowKeys();
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="what waits" />;
  const waiting = data.waiting.filter((g) => g.lots.length > 0);
  return (
    <div className="grid gap-6 min-[1100px]:grid-cols-[1fr_320px]">
      <section aria-label="What waits">
        <div className="flex items-baseline gap-3">
          <h1>Today</h1>
          <span className="text-soft">
            {new Date().toLocaleDateString("en-GB", { weekday: "long", day: "numeric", month: "long" })}
          </span>
        </div>
        <Interrupted rows={data.interrupted} />
        <InQuarantine rows={data.quarantines} />
        <ProofsDue rows={data.proofs_due} />
        <InstrumentsDue rows={data.instruments_due} />
        <Concluded rows={data.conclusions} />
        <MissingTests rows={data.missing_tests} />
        {waiting.length + data.conclusions.length + data.missing_tests.length === 0 && (
          <Empty title="Nothing waits">
            Lots that need a pull, a judgement or a signature stand here.{" "}
            <Link to="/lots" className="text-ink font-semibold underline">
              Take in a job
            </Link>
          </Empty>
        )}
        {waiting.map((group) => {
          const step = STEPS[group.step as keyof typeof STEPS];
          return (
            <div key={group.step} className="mt-5">
              <div className="flex items-baseline gap-2 pb-1.5">
                <h2>{step.title}</h2>
                <span className="num text-soft text-[12px]">{group.lots.length}</span>
              </div>
              <div className="border-line border-b">
                {group.lots.map((lot) => (
                  <Link
                    key={lot.id}
                    data-row
                    to={step.to}
                    params={{ lotId: lot.id }}
                    className="group border-line bg-sheet grid min-h-14 grid-cols-[1fr_auto] items-center gap-x-4 border-t px-3.5 py-2 hover:shadow-[inset_3px_0_var(--ink)]"
                  >
                    <span className="min-w-0">
                      <span className="head text-[15px]">{lot.name}</span>
                      <span className="text-soft ml-2.5">{lot.customer}</span>
                      <span className="text-soft block text-[13px]">{step.line(lot.summary)}</span>
                    </span>
                    <span className="font-semibold whitespace-nowrap group-hover:underline">{step.verb} ›</span>
                  </Link>
                ))}
              </div>
            </div>
          );
        })}
      </section>
      <section aria-label="Done last">
        <h2 className="pt-1 pb-2">Done last</h2>
        <ol className="sheet">
          {data.latest.map((entry) => (
            <li
              key={entry.pull_id}
              className="border-line border-t px-3 py-2 text-[13px] leading-snug first:border-t-0"
            >
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
          {data.latest.length === 0 && (
            <li className="text-soft px-3 py-3">What is pulled and judged is listed here.</li>
          )}
        </ol>
        <BackupLine backup={data.backup} />
      </section>
    </div>
  );
}
