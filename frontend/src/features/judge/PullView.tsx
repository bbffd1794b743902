import { useQuery } from "@tanstack/react-query";
import { pullQuery } from "@/api/queries";
import { useLot } from "@/app/lotContext";
import { force } from "@/format/force";
import { when } from "@/format/words";
import { ErrorNote, Waiting } from "@/ui/states";
import { CurvePanel } from "./CurvePanel";
import { FindingRow } from "./FindingRow";
import { JudgePanel } from "./JudgePanel";
import { useOverrule } from "./useOverrule";

/** One pull large: its curve with flags, what was found and why, where it came from; and the judgement. */
export function PullView({ id, onNext }: { id: number; onNext: () => void }) {
  const { page, unit } = useLot();
  const { data: pull, error, refetch } = useQuery(pullQuery(id));
  const overruling = useOverrule(id);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!pull) return <Waiting what="the pull" />;
  const text = (n: number) => `${force(n, { unit, resolution: pull.resolution_newtons })} ${unit}`;
  return (
    <>
      <section className="sheet min-w-0 px-4 py-3" aria-label={`Pull ${pull.number}`}>
        <div className="flex flex-wrap items-baseline gap-x-3">
          <h2 className="text-[19px]">Pull {pull.number}</h2>
          <span className="text-soft">
            specimen {pull.specimen}, {pull.feature}
            {pull.preload_newtons != null ? `, loaded before to ${text(pull.preload_newtons)}` : ", fresh"}
          </span>
          <span className="num text-measured ml-auto text-[17px] font-semibold">
            {pull.peak_is_lower_bound && "≥ "}
            {text(pull.peak_newtons)}
          </span>
        </div>
        {pull.curve ? (
          <>
            <CurvePanel curve={pull.curve} muted={pull.judgement?.counts_as === "void"} overruling={overruling} />
            <dl className="border-line mt-1 border-t">
              {pull.curve.findings.map((f) => (
                <FindingRow key={`${f.kind}-${f.place}`} finding={f} text={text} overruling={overruling} />
              ))}
            </dl>
            <p className="border-line text-soft border-t pt-2 text-[12.5px]">
              From{" "}
              <a href={`/api/files/${pull.curve.file.id}`} className="underline">
                {pull.curve.file.name}
              </a>
              , kept as it came, SHA-256 <span className="num">{pull.curve.file.sha256.slice(0, 12)}</span>; {pull.curve.reading.rows} rows,{" "}
              {pull.curve.reading.encoding}. {pull.curve.reading.warnings.join(" ")} Brought in by {pull.person ?? "nobody"},{" "}
              {when(pull.pulled_at)}.
            </p>
          </>
        ) : (
          <div className="py-8">
            <p className="num text-measured text-[56px] leading-none font-semibold">
              {pull.typed_text} <span className="text-[24px]">{pull.typed_unit}</span>
            </p>
            <p className="text-soft mt-3">
              Read off the display and typed by {pull.person ?? "nobody"}, {when(pull.pulled_at)}. There is no curve, so nothing else is
              known of this pull.
            </p>
          </div>
        )}
      </section>
      <JudgePanel pull={pull} item={page.lot.item_type} onNext={onNext} />
    </>
  );
}
