import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { sessionQuery } from "@/api/queries";
import { useKeys } from "@/app/keys";
import { useLot } from "@/app/lotContext";
import { force, toNewtons, typedNumber } from "@/format/force";
import { COUNTS_AS, when } from "@/format/words";
import { ItemSketch } from "@/sketches/ItemSketch";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Kbd } from "@/ui/Kbd";
import { ErrorNote } from "@/ui/states";

type Pull = Schemas["Pull"];
type New = Schemas["NewJudgement"];
type Kind = New["counts_as"];

const WAYS: { kind: Kind; key: string; label: string; note: string }[] = [
  { kind: "break", key: "b", label: "Break", note: "the specimen failed" },
  { kind: "at_least", key: "l", label: "At least", note: "something else ended it" },
  { kind: "at_most", key: "m", label: "At most", note: "failed on the way to it" },
  { kind: "between", key: "w", label: "Between", note: "two readings" },
  { kind: "void", key: "v", label: "Void", note: "a cause, not the value" },
];

/** What the pull counts as, what failed, where and how, why; by whom; and undo. */
export function JudgePanel({ pull, item, onNext }: { pull: Pull; item: string; onNext: () => void }) {
  const { unit } = useLot();
  const { data: session } = useQuery(sessionQuery);
  const now = pull.judgement;
  const [part, setPart] = useState(now?.failed_part ?? "");
  const [zone, setZone] = useState(now?.zone ?? "");
  const [mode, setMode] = useState(now?.mode ?? "");
  const [reason, setReason] = useState(now?.reason ?? "");
  const [upper, setUpper] = useState(now?.upper_newtons ? force(now.upper_newtons, { unit }) : "");
  const [pending, setPending] = useState<Kind | null>(null);
  const queries = useQueryClient();
  const settle = (next: Pull) => {
    queries.setQueryData(["pull", pull.id], next);
    void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "window" && q.queryKey[0] !== "session" });
  };
  const judge = useMutation({
    mutationFn: (kind: Kind) => {
      const top = typedNumber(upper);
      const body: New = {
        counts_as: kind,
        failed_part: part || null,
        zone: zone || null,
        mode: mode || null,
        reason,
        upper_newtons: kind === "between" && top ? toNewtons(top, unit) : null,
      };
      return answer(api.POST("/api/pulls/{id}/judgements", { params: { path: { id: pull.id } }, body }));
    },
    onSuccess: (next, kind) => {
      settle(next);
      setPending(null);
      toast(`Pull ${pull.number} counts as ${COUNTS_AS[kind]}`, { action: { label: "Undo", onClick: () => undo.mutate() } });
    },
  });
  const undo = useMutation({
    mutationFn: () => answer(api.POST("/api/pulls/{id}/undo", { params: { path: { id: pull.id } } })),
    onSuccess: (next) => {
      settle(next);
      toast(`Taken back: pull ${pull.number} counts as ${COUNTS_AS[next.judgement?.counts_as ?? "unjudged"]}`);
    },
  });
  const choose = (kind: Kind) => {
    if ((kind === "void" && reason.trim() === "") || (kind === "between" && typedNumber(upper) === null)) {
      setPending(kind);
      requestAnimationFrame(() =>
        document
          .getElementById("judge-details")
          ?.querySelector<HTMLInputElement>(kind === "void" ? "[name=reason]" : "[name=upper]")
          ?.focus(),
      );
      return;
    }
    judge.mutate(kind);
  };
  useKeys([
    ...WAYS.map((way) => ({ keys: way.key, label: `Counts as ${way.label.toLowerCase()}`, run: () => choose(way.kind) })),
    { keys: "z", label: "Undo the judgement", run: () => now && undo.mutate() },
    { keys: "Enter", label: "Next pull", run: onNext },
  ]);
  const zones = session?.item_types.find((t) => t.key === item)?.zones ?? [];
  const changed =
    now &&
    ((part || "") !== (now.failed_part ?? "") ||
      (zone || "") !== (now.zone ?? "") ||
      (mode || "") !== (now.mode ?? "") ||
      reason !== now.reason);
  const error = judge.error ?? undo.error;
  return (
    <div className="grid content-start gap-3.5">
      <div className="sheet" role="radiogroup" aria-label="Counts as">
        <h2 className="px-3 pt-2.5 pb-2">Counts as</h2>
        {WAYS.map((way) => {
          const on = (pending ?? now?.counts_as) === way.kind;
          return (
            <button
              key={way.kind}
              type="button"
              role="radio"
              aria-checked={on}
              disabled={judge.isPending}
              onClick={() => choose(way.kind)}
              className={`border-line grid min-h-10 w-full grid-cols-[22px_1fr] items-center gap-2.5 border-t px-3 text-left ${on ? (pending ? "bg-chosen" : "bg-ink text-sheet") : "hover:bg-wash"}`}
            >
              <span>
                <Kbd>{way.key.toUpperCase()}</Kbd>
              </span>
              <span>
                <b className="font-semibold">{way.label}</b> <span className="text-[13px] opacity-80">{way.note}</span>
              </span>
            </button>
          );
        })}
      </div>
      {error && <ErrorNote message={error instanceof Fault ? error.message : String(error)} />}
      <div className="sheet grid gap-2.5 p-3" id="judge-details">
        <h2>What failed, and where</h2>
        <Choice
          bare
          label="What failed"
          value={part}
          onChange={setPart}
          options={[
            { value: "", label: "what failed?" },
            ...(session?.failed_parts ?? []).map((p) => ({ value: p, label: p === "nothing" ? "nothing: stopped" : p })),
          ]}
        />
        <ItemSketch item={item} zones={zones} chosen={zone} onChoose={setZone} />
        <Choice
          bare
          label="How it failed"
          value={mode}
          onChange={setMode}
          options={[{ value: "", label: "how?" }, ...(session?.modes ?? []).map((m) => ({ value: m, label: m }))]}
        />
        {(pending === "between" || now?.counts_as === "between") && (
          <Field
            label="Failed above the peak and below"
            name="upper"
            unit={unit}
            value={upper}
            onChange={(e) => setUpper(e.target.value)}
            inputMode="decimal"
          />
        )}
        <Field
          label={pending === "void" ? "Cause: needed for a void, and not the value" : "Reason"}
          name="reason"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          error={pending === "void" && reason.trim() === "" ? "Say what went wrong." : undefined}
          onKeyDown={(e) => {
            if (e.key === "Enter" && pending) choose(pending);
          }}
        />
        {pending ? (
          <Button primary onClick={() => choose(pending)}>
            Count as {COUNTS_AS[pending]}
          </Button>
        ) : (
          changed && <Button onClick={() => now.counts_as && judge.mutate(now.counts_as)}>Keep these details</Button>
        )}
      </div>
      {pull.history.length > 0 && (
        <div className="text-soft px-1 text-[12.5px]">
          {pull.history.slice(-3).map((h, i) => (
            <p key={i}>
              {h.undoes ? "taken back" : COUNTS_AS[h.counts_as ?? "unjudged"]} by {h.person}, {when(h.created_at)}
            </p>
          ))}
          {now && (
            <button type="button" onClick={() => undo.mutate()} className="text-ink mt-1 font-semibold underline">
              Undo <Kbd>Z</Kbd>
            </button>
          )}
        </div>
      )}
    </div>
  );
}
