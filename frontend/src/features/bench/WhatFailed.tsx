import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { catalogueQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import type { Schemas } from "@/api/client";
import { COUNTS_AS } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { useJudge } from "@/lot/useJudge";
import { ItemSketch } from "@/sketches/ItemSketch";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Kbd } from "@/ui/Kbd";
import { ErrorNote } from "@/ui/states";

type Pull = Schemas["Pull"];
type Part = NonNullable<Schemas["NewJudgement"]["failed_part"]>;
const NONE = { value: "", label: "how?" };

/** What failed, where on the sketch, how: with gloves. It counts as what the rules propose for it; else on Judge. */
export function WhatFailed({ pull }: { pull: Pull }) {
  const { page } = useLot();
  const { data: tables } = useQuery(catalogueQuery);
  const may = useMay("judgePull");
  const [part, setPart] = useState<Part | "">(pull.judgement?.failed_part ?? "");
  const [zone, setZone] = useState(pull.judgement?.zone ?? "");
  const [mode, setMode] = useState(pull.judgement?.mode ?? "");
  const { judge } = useJudge(pull);
  const item = tables?.item_types.find((type) => type.key === page.lot.item_type);
  const proposed = pull.proposal.find((one) => (one.failed_part ?? "") === part);
  const parts = tables?.failed_parts ?? [];
  useKeys(
    may
      ? [
          ...parts.map((one, i) => ({ keys: String(i + 1), label: `${one} failed`, run: () => setPart(one) })),
          { keys: "c", label: "Count it so", run: () => keep() },
        ]
      : [],
  );
  const keep = () => {
    if (proposed && part)
      judge.mutate({
        counts_as: proposed.counts_as,
        measurement_id: pull.measurement?.id ?? null,
        failed_part: part,
        zone: zone || null,
        mode: (mode || null) as Schemas["NewJudgement"]["mode"],
        reason: "",
        upper: null,
        stated: null,
      });
  };
  if (!tables || !may) return null;
  return (
    <section className="sheet grid gap-2.5 px-4 py-3" aria-label="What failed">
      <h2>What failed, and where</h2>
      <Parts parts={parts} part={part} onPart={setPart} />
      <div className="grid gap-3 sm:grid-cols-2">
        {item && <ItemSketch item={item} chosen={zone} onChoose={(key) => setZone(key === zone ? "" : key)} />}
        <Choice
          label="How it failed"
          value={mode}
          options={[NONE, ...tables.modes.map((one) => ({ value: one, label: one }))]}
          onChange={setMode}
        />
      </div>
      <Keep pull={pull} proposed={part === "" ? undefined : proposed} disabled={judge.isPending} onKeep={keep} />
      {judge.error && <ErrorNote message={judge.error.message} />}
    </section>
  );
}

type PartsProps = { parts: Part[]; part: Part | ""; onPart: (part: Part) => void };

const Parts = ({ parts, part, onPart }: PartsProps) => (
  <div className="flex flex-wrap gap-2" role="group" aria-label="What failed">
    {parts.map((one, i) => (
      <button
        key={one}
        type="button"
        aria-pressed={part === one}
        onClick={() => onPart(one)}
        className={`rounded-key min-h-11 border px-3 text-[14.5px] font-semibold ${part === one ? "border-ink bg-ink text-sheet" : "border-edge"}`}
      >
        {one === "nothing" ? "nothing: stopped" : one} <Kbd>{i + 1}</Kbd>
      </button>
    ))}
  </div>
);

type KeepProps = { pull: Pull; proposed?: Pull["proposal"][number]; disabled: boolean; onKeep: () => void };

/** What it will count as, and what it counts as now. */
const Keep = ({ pull, proposed, disabled, onKeep }: KeepProps) => (
  <div className="flex flex-wrap items-center gap-3">
    <Button primary hint="C" className="h-12 px-5" disabled={!proposed || disabled} onClick={onKeep}>
      {proposed ? `Count as ${COUNTS_AS[proposed.counts_as]}` : "Say what failed"}
    </Button>
    {pull.judgement && (
      <span className="font-semibold">
        Counts as {COUNTS_AS[pull.judgement.counts_as]}, by {pull.judgement.person}
      </span>
    )}
    {proposed && !pull.judgement && <span className="text-soft text-[13px]">{proposed.reason}</span>}
  </div>
);
