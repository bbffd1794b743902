import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { pullQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import type { Schemas } from "@/api/client";
import { COUNTS_AS, isTimed, when } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";
import { useShownUnit } from "@/lot/units";
import { Caution, ErrorNote, Waiting } from "@/ui/states";
import { Files } from "@/files/Files";
import { CurvePanel } from "./CurvePanel";
import { FindingRow } from "./FindingRow";
import { JudgePanel } from "./JudgePanel";
import { PullWorth } from "./PullWorth";
import { RunOfPull } from "./RunOfPull";
import { TypedPull } from "./TypedPull";
import { useOverrule } from "./useOverrule";

type Pull = Schemas["Pull"];

/** One pull large: its curve with flags, what was found and why, where it came from; and the judgement. */
export function PullView({ id }: { id: number }) {
  const { data: pull, error, refetch } = useQuery(pullQuery(id));
  if (error && !pull) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!pull) return <Waiting what="the pull" />;
  return (
    <>
      <section className="sheet min-w-0 px-4 py-3" aria-label={`Pull ${pull.number}`}>
        <Head pull={pull} />
        {pull.judgement?.outdated && <Outdated pull={pull} />}
        {pull.state_reason && (
          <p className="border-derived mt-2 border-l-4 px-3 text-[13px]">
            {COUNTS_AS[pull.state]}: {pull.state_reason}.
          </p>
        )}
        {!pull.run && pull.piece_warnings.map((words) => <Caution key={words}>{words}</Caution>)}
        {pull.read_by && <ReadBy read={pull.read_by} pull={pull} />}
        {pull.recording ? <Recorded pull={pull} recording={pull.recording} /> : <TypedPull pull={pull} />}
      </section>
      <div className="grid content-start gap-3.5">
        <JudgePanel key={pull.blind?.created_at ?? "open"} pull={pull} />
        {pull.run && <RunOfPull run={pull.run} />}
        <Files files={pull.files} target={{ pull_id: pull.id }} title="Photos of this pull" />
      </div>
    </>
  );
}

const DOUBTED: Record<string, string> = {
  lapsed: "after its check had run out",
  failed: "beside a check that failed",
  overloaded: "after an overload",
  never: "which was never checked here",
};

/** Which cell read it; what speaks against the reading is said at once. */
function ReadBy({ read, pull }: { read: NonNullable<Pull["read_by"]>; pull: Pull }) {
  const { page } = useLot();
  const doubt = DOUBTED[read.state] ?? (read.out_of_range ? "outside what it is verified for" : null);
  return (
    <p className={`mt-0.5 text-[13px] ${doubt ? "text-signal font-semibold" : "text-soft"}`}>
      Read by{" "}
      <Link to="/lots/$lotId/check" params={{ lotId: page.lot.id }} className="underline">
        {read.instrument}
      </Link>
      {doubt ? ` ${doubt}` : ", whose checks stand"}
      {pull.measurement && (
        <>
          {" · "}
          <PullWorth id={pull.id} number={pull.number} />
        </>
      )}
    </p>
  );
}

const BOUND = {
  saturated: "the cell was at its end",
  frozen: "the cell stood still",
  dropout: "the cell was gone",
  last_reading: "the last reading",
};

function Head({ pull }: { pull: Pull }) {
  const text = useFigures();
  const { measurement } = pull;
  const cause = measurement?.lower_bound_cause;
  return (
    <div className="flex flex-wrap items-baseline gap-x-3">
      <h2 className="text-[19px]">Pull {pull.number}</h2>
      <span className={pull.preloaded ? "text-derived font-semibold" : "text-soft"}>
        specimen {pull.specimen}, {pull.feature}
        {pull.preload
          ? `, ${pull.preloaded ? "preloaded" : "loaded before"} to ${text(pull.preload)} (${pull.preload_source})`
          : ", fresh"}
      </span>
      <span className="num text-measured ml-auto text-[17px] font-semibold" title={cause ? BOUND[cause] : undefined}>
        {cause && "≥ "}
        {measurement ? text(measurement.figure) : "nothing read"}
      </span>
    </div>
  );
}

/** The value was corrected or overruled since: what was judged stays, and is judged again by whoever looks. */
function Outdated({ pull }: { pull: Pull }) {
  const text = useFigures();
  return (
    <p role="status" className="border-signal mt-2 border-l-4 px-3 text-[13.5px]">
      Judged at <b className="num">{text(pull.judgement?.figure)}</b>; the value is{" "}
      <b className="num">{text(pull.measurement?.figure)}</b> by now. Look, then judge again.
    </p>
  );
}

function Recorded({ pull, recording }: { pull: Pull; recording: Schemas["Recording"] }) {
  const { page } = useLot();
  const overruling = useOverrule(pull.id);
  const readOnly = !useMay("overruleFinding");
  const unit = useRecordingUnit(recording, page.lot);
  const reading = recording.reading as { rows?: number; encoding?: string; warnings?: string[] };
  return (
    <>
      <CurvePanel
        recording={recording}
        unit={unit}
        muted={pull.state === "void"}
        overruling={overruling}
        readOnly={readOnly}
        told={pull.run?.bench_events}
      />
      <Looks findings={recording.findings} />
      <dl className="border-line mt-1 border-t">
        {doubtfulFirst(recording.findings).map((f) => (
          <FindingRow
            key={`${f.kind}-${f.ordinal}`}
            finding={f}
            unit={unit}
            overruling={overruling}
            readOnly={readOnly}
            timed={isTimed(recording.reading)}
          />
        ))}
      </dl>
      <p className="border-line text-soft border-t pt-2 text-[12.5px]">
        From{" "}
        <a href={`/api/files/${recording.file.id}`} className="underline">
          {recording.file.name}
        </a>
        , kept as it came, SHA-256 <span className="num">{recording.file.sha256.slice(0, 12)}</span>; {reading.rows}{" "}
        rows, {reading.encoding}, rules {recording.rule_version}. {reading.warnings?.join(" ")} Brought in by{" "}
        {pull.person}, {when(pull.pulled_at)}.
      </p>
    </>
  );
}

const isDoubtful = (finding: Schemas["Finding"]) => finding.confidence === "look" && !finding.overruled;

/** What wants a look before the rest, each in the order of time. */
function doubtfulFirst(findings: Schemas["Finding"][]) {
  return [...findings.filter(isDoubtful), ...findings.filter((f) => !isDoubtful(f))];
}

/** How many of the findings are not to be taken as they are. */
function Looks({ findings }: { findings: Schemas["Finding"][] }) {
  const looks = findings.filter(isDoubtful).length;
  const likely = findings.filter((f) => f.confidence === "likely" && !f.overruled).length;
  const sure = findings.length - looks - likely;
  if (findings.every((f) => f.confidence === null)) return null;
  return (
    <p className="text-soft mt-1 text-[12.5px]" role="status">
      {looks > 0 && <b className="text-derived font-semibold">{looks} to look at, first below · </b>}
      {likely > 0 && `${likely} likely · `}
      {sure} sure
    </p>
  );
}

/** The unit of the judged channel: the lot's own, unless the lot rates what is not read off that channel. */
function useRecordingUnit(recording: Schemas["Recording"], lot: Schemas["Lot"]) {
  const role = recording.channels.find((c) => c.judged)?.role ?? "force";
  const own = useShownUnit(lot.measurand, lot.display_unit);
  const other = useShownUnit(role, recording.unit);
  return recording.unit === lot.display_unit ? own : other;
}
