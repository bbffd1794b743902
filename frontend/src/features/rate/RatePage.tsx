import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useDeferredValue, useEffect, useState } from "react";
import { ratingQuery, type WhatIf } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { useUnsaved } from "@/lot/unsaved";
import { Button } from "@/ui/Button";
import { Caution, Empty, ErrorNote, Waiting } from "@/ui/states";
import { Borrow } from "./Borrow";
import { Claims } from "./Claims";
import { Coverage } from "./Coverage";
import { Evidence } from "./Evidence";
import { Further } from "./Further";
import { Ledger } from "./Ledger";
import { Preloaded } from "./Preloaded";
import { Result } from "./Result";
import { SignDialog } from "./SignDialog";
import { Unseen } from "./Unseen";
import { Untold } from "./Untold";
import { UsePanel } from "./UsePanel";
import { useKeepTerms } from "./useKeepTerms";
import { WaitingPulls } from "./WaitingPulls";

/** The schools side by side, the minimum, the working load limit and the verdicts; what is tried moves the rule at once. */
export function RatePage() {
  const { page, setTried } = useLot();
  const { lot, summary } = page;
  const [terms, setTerms] = useTried(lot.id);
  const [signing, setSigning] = useState(false);
  const asked = useDeferredValue(terms);
  const {
    data: rating,
    error,
    refetch,
  } = useQuery({ ...ratingQuery(lot.id, asked), placeholderData: keepPreviousData });
  const change = (tried: WhatIf) => setTerms((before) => ({ ...before, ...tried }));
  const keep = useKeepTerms(() => setTerms({}));
  const may = useMay("signStatement");
  const statement = rating?.statement;
  useEffect(() => {
    setTried(statement);
    return () => setTried(undefined);
  }, [statement, setTried]);
  const trying = Object.keys(terms).length > 0;
  const signed = summary.signed_current && !trying;
  const canSign = Boolean(rating?.sha256) && may && !signed && !summary.demonstration;
  useKeys([{ keys: "Ctrl+Enter", label: "Sign the rating", run: () => canSign && setSigning(true) }]);
  if (error && !rating) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!rating || !statement) return <Waiting what="the rating" />;
  if (summary.judged === 0) return <NothingYet />;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3">
        <h1>Rate: {lot.name}</h1>
        <span className="text-soft">
          {plural(summary.pulled, "pull")}; {statement.counts.in_words}
        </span>
        <span className="ml-auto w-[230px]">
          <Coverage statement={statement} onChange={change} />
        </span>
      </div>
      <Untold rating={rating} />
      <WaitingPulls rating={rating} />
      <div className="grid gap-4 min-[1060px]:grid-cols-[1fr_330px]">
        <div className="grid min-w-0 content-start gap-3">
          <Ledger statement={statement} onChoose={(school) => change({ school })} calibrating={rating.computing} />
          <Borrow />
          <p>
            <b className="text-derived">{recommended(statement)}</b> {statement.recommended_reason}
          </p>
          {statement.remarks.map((remark) => (
            <p key={remark} className="text-soft text-[13px]">
              {remark}
            </p>
          ))}
          <Evidence statement={statement} />
        </div>
        <div className="grid content-start gap-3.5">
          <Result rating={rating} onFactor={(factor) => change({ factor })} />
          <div className="flex flex-wrap gap-2.5">
            <Button primary hint="Ctrl ↵" disabled={!canSign} onClick={() => setSigning(true)}>
              {signed ? `Signed, number ${summary.signed_number}` : rating.computing ? "Being computed …" : "Sign …"}
            </Button>
            <Link
              to="/lots/$lotId/papers"
              params={{ lotId: lot.id }}
              className="rounded-key border-ink hover:bg-wash inline-flex h-9 items-center border px-3.5 font-semibold"
            >
              Papers
            </Link>
            {trying && <Button onClick={() => setTerms({})}>Back to the lot’s own</Button>}
            {trying && may && (
              <Button disabled={keep.isPending} onClick={() => keep.mutate(terms)}>
                Keep these terms
              </Button>
            )}
          </div>
          <Unseen unseen={statement.unseen} />
          {summary.demonstration && <p className="text-soft text-[13px]">A demonstration issues no certificate.</p>}
          {keep.error && <ErrorNote message={keep.error.message} />}
          {statement.preloaded && (
            <Preloaded found={statement.preloaded} onChange={(preloaded) => change({ preloaded })} />
          )}
          <Claims statement={statement} />
          <Further rating={rating} />
          <UsePanel factor={terms.factor} />
          <Caution>
            A rating for lifting, overhead or life-safety use belongs to a qualified person under the code in force.
            This shows its working for them and is not their approval.
          </Caution>
        </div>
      </div>
      <SignDialog
        rating={rating}
        open={signing}
        onOpenChange={setSigning}
        onSigned={() => setTerms({})}
        onLook={() => {
          setSigning(false);
          void refetch();
        }}
      />
    </>
  );
}

/** What is tried here, beginning with a factor that stands typed and unsaved under Ask. */
function useTried(lotId: number) {
  const typed = useUnsaved(lotId).Ask?.factor;
  return useState<WhatIf>(() => (typed === undefined ? {} : { factor: typed }));
}

function recommended(statement: { recommended: string | null; schools: { key: string; name: string }[] }): string {
  const school = statement.schools.find((s) => s.key === statement.recommended);
  return school ? `Recommended: ${school.name}.` : "No minimum can be recommended.";
}

function NothingYet() {
  const { page } = useLot();
  const { pulled } = page.summary;
  return (
    <Empty title="Nothing to rate yet">
      A minimum comes from judged breaks.{" "}
      {pulled ? `${plural(pulled, "pull")} wait to be judged: ` : "Bring in pulls first: "}
      <Link
        to={pulled ? "/lots/$lotId/judge" : "/lots/$lotId/pull"}
        params={{ lotId: page.lot.id }}
        className="text-ink font-semibold underline"
      >
        {pulled ? "judge them" : "pull"}
      </Link>
    </Empty>
  );
}
