import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { lotChanged, recheckQuery, sessionQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";
import { Downloads, KEY } from "./Downloads";
import { FillForm } from "./FillForm";
import { WithdrawStatement } from "./WithdrawStatement";

type Signed = Schemas["SignedStatement"];
const MEANING = { measured: "measured", judged: "judged", rated: "rated and signed", reviewed: "reviewed" };

function standing(s: Signed): string {
  if (s.altered) return "altered";
  if (s.withdrawn) return "withdrawn";
  if (s.superseded_by !== null) return `superseded by ${s.superseded_by}`;
  return s.reviewed ? "reviewed and closed" : "waits for its review";
}

/** One frozen statement: its figures, whose hands stand under it, what it supersedes, and its papers. */
export function SignedStatement({ statement: s, language }: { statement: Signed; language?: string }) {
  const text = useFigures();
  const superseded = s.superseded_by !== null || s.withdrawn !== null;
  return (
    <article className={`sheet px-4 py-3 ${superseded ? "text-soft" : ""}`} aria-label={`Statement ${s.number}`}>
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <b className="head text-[15px]">Statement {s.number}</b>
        <span className={`text-[13px] ${superseded || s.reviewed ? "" : "text-derived font-semibold"}`}>
          {standing(s)}
        </span>
        <span className="num text-derived ml-auto text-right" hidden={s.altered !== null}>
          {s.relative_in_words ?? (
            <>
              {text(s.minimum)} ÷ {s.factor_text} → <b>{text(s.working_load_limit)}</b>
            </>
          )}
        </span>
      </div>
      {s.altered && (
        <p role="alert" className="text-signal mt-1 font-semibold">
          {s.altered}. Restore a backup, or ask whoever looks after this installation.
        </p>
      )}
      {s.withdrawn && (
        <p className="text-signal mt-1 text-[13px] font-semibold">
          Withdrawn by {s.withdrawn.person}, {when(s.withdrawn.at)}: {s.withdrawn.reason}.
        </p>
      )}
      <ul className="mt-1 text-[13px]">
        {s.signatures.map((hand) => (
          <li key={hand.meaning}>
            {MEANING[hand.meaning]} by <b className="font-semibold">{hand.person}</b>, {when(hand.at)}
          </li>
        ))}
      </ul>
      {s.revision && (
        <p className="mt-1 text-[13px]">
          Supersedes {s.revision.supersedes}: {s.revision.reason}.{" "}
          <span className="text-soft">
            {s.revision.changes.length > 0 && `Changed: ${s.revision.changes.join("; ")}.`}
          </span>
        </p>
      )}
      {s.chain_reason && <p className="mt-1 text-[13px]">Rated although a reading is in question: {s.chain_reason}.</p>}
      {s.fewer_reason && <p className="mt-1 text-[13px]">Fewer pulls than planned: {s.fewer_reason}.</p>}
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Downloads base={`/api/statements/${s.id}`} label={`statement ${s.number}`} language={language} />
        {!superseded && !s.reviewed && !s.altered && <Review statement={s} />}
        <Tags statement={s} language={language} />
        {!s.altered && <FillForm statement={s} />}
        <Recheck id={s.id} />
        {!superseded && !s.altered && <WithdrawStatement statement={s} />}
        <span className="text-soft text-[12px]">
          rules {s.rule_version}, SHA-256 <span className="num">{s.sha256.slice(0, 16)}</span>
        </span>
      </div>
    </article>
  );
}

/** Sheets of tags, once it is reviewed and as long as it counts. */
function Tags({ statement: s, language = "en" }: { statement: Signed; language?: string }) {
  if (!s.reviewed || s.withdrawn || s.superseded_by !== null || s.altered || !s.working_load_limit) return null;
  return (
    <a href={`/api/statements/${s.id}/tags?language=${language}`} target="_blank" rel="noreferrer" className={KEY}>
      Tags
    </a>
  );
}

/** The second hand: a reviewer who did not rate it. */
function Review({ statement: s }: { statement: Signed }) {
  const { page } = useLot();
  const { data: session } = useQuery(sessionQuery);
  const may = useMay("countersignStatement");
  const queries = useQueryClient();
  const review = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/statements/{id}/reviews", { params: { path: { id: s.id } }, body: { sha256: s.sha256 } })),
    onSuccess: () => {
      void lotChanged(queries, page.lot.id);
      toast.success(`Statement ${s.number} countersigned`);
    },
  });
  if (!may) return null;
  const own = s.signatures.some((hand) => hand.person === session?.person?.name);
  return (
    <>
      <Button
        primary
        disabled={own || review.isPending}
        onClick={() => review.mutate()}
        title={own ? "Somebody else reviews it" : undefined}
      >
        Countersign as reviewed
      </Button>
      {review.error && <ErrorNote message={review.error.message} />}
    </>
  );
}

/** Whether it still computes to the same figures, and which would differ under later rules. */
function Recheck({ id }: { id: number }) {
  const { data, refetch, isFetching } = useQuery(recheckQuery(id));
  return (
    <span className="text-[13px]">
      <button type="button" className="underline" disabled={isFetching} onClick={() => void refetch()}>
        {isFetching ? "Computing …" : "Compute again"}
      </button>
      {data && (
        <span className={data.intact ? "" : "text-signal"}>
          {" "}
          {data.intact
            ? "the same to the last digit"
            : data.differences
                .map((d) => `${d.figure}: signed ${d.signed ?? "none"}, now ${d.now ?? "none"}`)
                .join("; ") || `the same figures, other words under rules ${data.present_rule_version}`}
        </span>
      )}
    </span>
  );
}
