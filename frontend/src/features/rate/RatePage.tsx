import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useDeferredValue, useEffect, useState } from "react";
import { toast } from "sonner";
import { answer, api } from "@/api/client";
import { ratingQuery, type WhatIf } from "@/api/queries";
import { useKeys } from "@/app/keys";
import { useLot } from "@/app/lotContext";
import { plural } from "@/format/words";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Caution, Empty, ErrorNote, Waiting } from "@/ui/states";
import { Borrow } from "./Borrow";
import { Claim } from "./Claim";
import { Evidence, Further } from "./Evidence";
import { Ledger } from "./Ledger";
import { Result } from "./Result";

const PAIRS = [
  { value: "0.9/0.95", label: "90 % stronger, 95 % sure" },
  { value: "0.95/0.95", label: "95 % stronger, 95 % sure" },
  { value: "0.99/0.95", label: "99 % stronger, 95 % sure" },
  { value: "0.95/0.9", label: "95 % stronger, 90 % sure" },
  { value: "0.95/0.75", label: "95 % stronger, 75 % sure" },
];

/** The schools side by side, the minimum, the working load limit and the verdict; what is tried moves the force rule at once. */
export function RatePage() {
  const { page, unit, setTried } = useLot();
  const { lot, summary } = page;
  const [tried, setTriedTerms] = useState<WhatIf>({});
  const asked = useDeferredValue(tried);
  const { data: quick, error, refetch } = useQuery({ ...ratingQuery(lot.id, asked), placeholderData: keepPreviousData });
  // The bounds that are calibrated by simulation follow.
  const { data: full } = useQuery({
    ...ratingQuery(lot.id, { ...asked, simulate: true }),
    enabled: quick !== undefined,
    placeholderData: undefined,
  });
  const rating = full ?? quick;
  const queries = useQueryClient();
  const change = (terms: WhatIf) => setTriedTerms((before) => ({ ...before, ...terms }));
  useEffect(() => {
    setTried(rating);
    return () => setTried(undefined);
  }, [rating, setTried]);
  const sign = useMutation({
    mutationFn: () => answer(api.POST("/api/lots/{id}/ratings", { params: { path: { id: lot.id }, query: tried } })),
    onSuccess: (signed) => {
      setTriedTerms({});
      void queries.invalidateQueries();
      toast.success(`Rating ${signed.number} signed and frozen`);
    },
  });
  const trying = Object.keys(tried).length > 0;
  const canSign = Boolean(rating?.minimum) && !sign.isPending && (!summary.signed_current || trying);
  useKeys([{ keys: "Ctrl+Enter", label: "Sign the rating", run: () => canSign && sign.mutate() }]);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!rating) return <Waiting what="the rating" />;
  if (summary.judged === 0) {
    return (
      <Empty title="Nothing to rate yet">
        A minimum comes from judged breaks.{" "}
        {summary.pulled ? `${plural(summary.pulled, "pull")} wait to be judged: ` : "Bring in pulls first: "}
        <Link
          to={summary.pulled ? "/lots/$lotId/judge" : "/lots/$lotId/pull"}
          params={{ lotId: lot.id }}
          className="text-ink font-semibold underline"
        >
          {summary.pulled ? "judge them" : "pull"}
        </Link>
      </Empty>
    );
  }
  const pair = `${rating.coverage}/${rating.confidence}`;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3">
        <h1>Rate: {lot.name}</h1>
        <span className="text-soft">
          {plural(summary.pulled, "pull")}; {rating.counts.in_words}
        </span>
        <span className="ml-auto w-[230px]">
          <Choice
            bare
            label="Coverage and confidence"
            value={pair}
            options={PAIRS.some((p) => p.value === pair) ? PAIRS : [...PAIRS, { value: pair, label: pair }]}
            onChange={(value) => {
              const [coverage, confidence] = value.split("/").map(Number);
              change({ coverage, confidence });
            }}
          />
        </span>
      </div>
      <div className="grid gap-4 min-[1060px]:grid-cols-[1fr_330px]">
        <div className="grid min-w-0 content-start gap-3">
          <Ledger rating={rating} unit={unit} onChoose={(school) => change({ school })} calibrating={!full} />
          <Borrow unit={unit} />
          <p>
            <b className="text-derived">
              {rating.recommended
                ? `Recommended: ${rating.schools.find((s) => s.key === rating.recommended)?.name}.`
                : "No school can be recommended."}
            </b>{" "}
            {rating.recommended_because}
          </p>
          {rating.remarks.map((remark) => (
            <p key={remark} className="text-soft text-[13px]">
              {remark}
            </p>
          ))}
          <Evidence rating={rating} unit={unit} />
        </div>
        <div className="grid content-start gap-3.5">
          <Result rating={rating} unit={unit} onFactor={(factor) => change({ factor })} />
          <Claim rating={rating} unit={unit} />
          <div className="flex flex-wrap gap-2.5">
            <Button primary hint="Ctrl ↵" disabled={!canSign} onClick={() => sign.mutate()}>
              {summary.signed_current && !trying ? `Signed, number ${summary.signed_number}` : "Sign rating"}
            </Button>
            <Link
              to="/lots/$lotId/papers"
              params={{ lotId: lot.id }}
              className="rounded-key border-ink hover:bg-wash inline-flex h-9 items-center border px-3.5 font-semibold"
            >
              Papers
            </Link>
            {trying && <Button onClick={() => setTriedTerms({})}>Back to the lot’s own</Button>}
          </div>
          {sign.error && <ErrorNote message={sign.error.message} />}
          <Further rating={rating} unit={unit} />
          <Caution>
            A rating for lifting, overhead or life-safety use belongs to a qualified person under the code in force. This shows its working
            for them and is not their approval.
          </Caution>
        </div>
      </div>
    </>
  );
}
