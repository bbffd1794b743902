import { useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { lotChanged } from "@/api/queries";
import { useMay } from "@/api/session";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { plural } from "@/format/words";
import { Empty, Waiting } from "@/ui/states";
import { Filmstrip } from "./Filmstrip";
import { PullView } from "./PullView";

/** The pulls as a filmstrip; the chosen one large, and beside it what it counts as. */
export function JudgePage() {
  const { page, setSelected } = useLot();
  const search = useSearch({ from: "/lots/$lotId/judge" });
  const navigate = useNavigate();
  const pulls = page.pulls;
  const may = useMay("judgeBlind");
  // The first one that waits when the screen opens; judging it does not turn the page.
  const [first] = useState(() => (pulls.find((p) => !p.judgement?.complete) ?? pulls[0])?.id);
  const asked = search.pull !== undefined;
  const current = pulls.find((p) => p.id === (search.pull ?? first)) ?? (asked ? undefined : pulls[0]);
  const go = (step: number) => {
    const next = pulls[pulls.findIndex((p) => p.id === current?.id) + step];
    if (next) void navigate({ to: "/lots/$lotId/judge", params: { lotId: page.lot.id }, search: { pull: next.id } });
  };
  useKeys([
    { keys: "j", label: "Next pull", run: () => go(1) },
    { keys: "k", label: "Pull before", run: () => go(-1) },
    { keys: "Enter", label: "Next pull", run: () => go(1) },
  ]);
  const id = current ? String(current.id) : null;
  useEffect(() => {
    setSelected(id);
    return () => setSelected(null);
  }, [id, setSelected]);
  if (!current && search.pull !== undefined) return <NotListed key={search.pull} />;
  if (!current) {
    return (
      <Empty title="Nothing to judge yet">
        Every pull is judged here: did the specimen break, or something else?{" "}
        <Link to="/lots/$lotId/pull" params={{ lotId: page.lot.id }} className="text-ink font-semibold underline">
          Bring in pulls
        </Link>
      </Empty>
    );
  }
  return (
    <div className="grid gap-4 min-[1060px]:grid-cols-[122px_1fr_300px]">
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1 min-[1060px]:col-span-3">
        <h1>Judge: {page.lot.name}</h1>
        <span className="text-soft">
          {plural(pulls.length, "pull")}; {page.summary.counts_in_words}
        </span>
        {may && pulls.some((pull) => !pull.judgement) && (
          <Link
            to="/lots/$lotId/blind"
            params={{ lotId: page.lot.id }}
            className="rounded-key border-ink hover:bg-wash ml-auto inline-flex h-9 items-center border px-3.5 font-semibold"
          >
            Judge blind
          </Link>
        )}
        {page.found.length > 0 && <p className="w-full leading-snug">{page.found.join(" ")}</p>}
      </div>
      <Filmstrip current={current.id} />
      <PullView key={current.id} id={current.id} />
    </div>
  );
}

/** One that this page does not know yet, just recorded it may be: asked for anew, and never another in its place. */
function NotListed() {
  const { page } = useLot();
  const queries = useQueryClient();
  const [looked, setLooked] = useState(false);
  useEffect(() => {
    void lotChanged(queries, page.lot.id).then(() => setLooked(true));
  }, [queries, page.lot.id]);
  if (!looked) return <Waiting what="the pull" />;
  return (
    <Empty title="This lot has no such pull">
      <Link to="/lots/$lotId/judge" params={{ lotId: page.lot.id }} search={{}} className="font-semibold underline">
        Judge what there is
      </Link>
    </Empty>
  );
}
