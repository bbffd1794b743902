import { useQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { comparisonQuery, type Asked } from "@/api/compareQueries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Segments } from "@/ui/Segments";
import { Caution, Empty, ErrorNote, Waiting } from "@/ui/states";
import { AddLots } from "./AddLots";
import { ConcludeSheet } from "./ConcludeSheet";
import { Conclusions } from "./Conclusions";
import { Groups } from "./Groups";
import { Levels } from "./Levels";
import { Making } from "./Making";
import { Effects, Mind, Pair, Ranking, Worth } from "./Panels";

const BY: Record<Schemas["Comparable"], string> = {
  strength: "Strength",
  first_failure: "First failure",
  yield: "Yield",
  residual: "Residual",
  energy: "Energy",
  stiffness: "Stiffness",
};

/** A lot set against others: what differs besides, by how much, what makes the difference, and what may be concluded. */
export function ComparePage() {
  const { page } = useLot();
  const { lot } = page;
  const asked: Asked = useSearch({ from: "/lots/$lotId/compare" });
  const navigate = useNavigate({ from: "/lots/$lotId/compare" });
  const ask = (change: Asked) => void navigate({ search: (now) => ({ ...now, ...change }), replace: true });
  const { data, error, refetch } = useQuery(comparisonQuery(lot.id, asked));
  const [open, setOpen] = useState<"lots" | "conclude" | "making" | null>(null);
  const may = useMay("conclude");
  const canConclude = may && Boolean(data?.study) && !page.summary.demonstration;
  useKeys([
    { keys: "Ctrl+Enter", label: "Conclude and sign", run: () => canConclude && setOpen("conclude") },
    { keys: "a", label: "Add a lot", run: () => setOpen("lots") },
  ]);
  if (error && !data) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the comparison" />;
  const { study } = data;
  const close = () => setOpen(null);
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3">
        <h1>Compare: {lot.name}</h1>
        <span className="text-soft">{study ? told(study) : "with no other lot yet"}</span>
        <span className="ml-auto flex flex-wrap items-center gap-2.5">
          {data.available.length > 1 && (
            <Segments
              label="Compared by"
              value={data.by}
              options={data.available.map((value) => ({ value, label: BY[value] }))}
              onChange={(by) => ask({ by: by as Schemas["Comparable"] })}
            />
          )}
          <Button onClick={() => setOpen("lots")} hint="A">
            Add a lot
          </Button>
        </span>
      </div>
      {error && <ErrorNote message={error.message} />}
      {study ? (
        <div className="grid gap-x-4 gap-y-3.5 min-[1060px]:grid-cols-[1fr_360px]">
          <div className="min-w-0 min-[1060px]:col-span-2">
            <Mind study={study} />
          </div>
          <div className="order-2 grid min-w-0 content-start gap-3.5 min-[1060px]:order-none">
            <Groups study={study} onPick={(key) => key !== lot.id && ask({ against: key })} />
            <Levels levels={study.levels} study={study} />
            <Ranking study={study} />
          </div>
          <div className="order-1 grid min-w-0 content-start gap-3.5 min-[1060px]:order-none">
            <Pair study={study} />
            <Effects study={study} />
            <Worth study={study} onTell={may ? () => setOpen("making") : undefined} />
            {may && (
              <Button primary hint="Ctrl ↵" disabled={!canConclude} onClick={() => setOpen("conclude")}>
                Conclude and sign …
              </Button>
            )}
            <Conclusions conclusions={data.conclusions} />
            <Caution>
              It holds for what was compared, as it was tested. A rating for lifting, overhead or life-safety use
              belongs to a qualified person under the code in force.
            </Caution>
          </div>
        </div>
      ) : (
        <Empty title="Nothing to compare with yet">
          A comparison needs another lot that measures the same. Add one of this job, or an earlier one of the type.
        </Empty>
      )}
      {open === "lots" && <AddLots comparison={data} onDone={close} onChoose={(ids) => ask({ with: ids.join(",") })} />}
      {open === "conclude" && study && data.sha256 && <ConcludeSheet shown={data} onDone={close} />}
      {open === "making" && <Making makings={data.makings} onDone={close} />}
    </>
  );
}

function told(study: Schemas["ComparisonStudy"]): string {
  const breaks = study.groups.reduce((sum, g) => sum + g.marks.filter((m) => m.counts_as !== "void").length, 0);
  const factors = study.effects.factors.map((f) => f.toLowerCase()).join(" × ");
  return [factors, plural(study.groups.length, "lot"), plural(breaks, "value")].filter(Boolean).join(", ");
}
