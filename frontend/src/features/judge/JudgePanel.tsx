import { zodResolver } from "@hookform/resolvers/zod";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { Fault, type Schemas } from "@/api/client";
import { catalogueQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { COUNTS_AS, when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Kbd } from "@/ui/Kbd";
import { ErrorNote } from "@/ui/states";
import { DETAILS, detailsOf, detailsOfBlind, judgementFrom, type Details } from "./details";
import { JudgeDetails } from "./JudgeDetails";
import { useJudge } from "@/lot/useJudge";
import { FAILING, possible, WAYS, type Needs, type Way } from "./ways";

type Pull = Schemas["Pull"];

/** What the pull counts as, what failed, where and how, why; by whom; and undo. */
export function JudgePanel({ pull }: { pull: Pull }) {
  const { unit } = useLot();
  const now = pull.judgement;
  const may = useMay("judgePull");
  const form = useForm<Details>({
    resolver: zodResolver(DETAILS),
    defaultValues: now || !pull.blind ? detailsOf(now, unit.symbol) : detailsOfBlind(pull.blind, unit.symbol),
  });
  const [pending, setPending] = useState<Way | null>(null);
  const { judge, undo } = useJudge(pull);
  const send = (way: Way) =>
    form.handleSubmit((details) => {
      judge.mutate(judgementFrom(way.kind, details, pull), { onSuccess: () => setPending(null) });
    })();
  const part = useWatch({ control: form.control, name: "part" });
  const proposal = pull.proposal.find((p) => (p.failed_part ?? "") === part);
  // Whatever else than what is proposed is said with a reason.
  const needsOf = (way: Way): Needs[] => {
    const failed = part === "" && FAILING.includes(way.kind) ? "specimen" : part;
    const proposed = pull.proposal.find((p) => (p.failed_part ?? "") === failed);
    const other = proposed !== undefined && proposed.counts_as !== way.kind && !way.needs.includes("reason");
    return other ? [...way.needs, "reason"] : way.needs;
  };
  const choose = (way: Way) => {
    const missing = needsOf(way).find((name) => String(form.getValues(name)).trim() === "");
    if (missing === undefined) return void send(way);
    setPending(way);
    requestAnimationFrame(() => form.setFocus(missing));
  };
  const ways = WAYS.filter((way) => possible(way, pull));
  useKeys(
    may
      ? [
          ...ways.map((way) => ({
            keys: way.key,
            label: `Counts as ${way.label.toLowerCase()}`,
            run: () => choose(way),
          })),
          { keys: "z", label: "Undo the judgement", run: () => now && undo.mutate() },
        ]
      : [],
  );
  const error = judge.error ?? undo.error;
  return (
    <div className="grid content-start gap-3.5">
      {pull.blind && <SaidBlind said={pull.blind} />}
      <div className="sheet" role="group" aria-label="Counts as">
        <h2 className="px-3 pt-2.5 pb-2">Counts as</h2>
        {ways.map((way) => (
          <WayButton
            key={way.kind}
            way={way}
            on={now?.counts_as === way.kind}
            pending={pending?.kind === way.kind}
            proposed={proposal?.counts_as === way.kind}
            disabled={!may || judge.isPending}
            onClick={() => choose(way)}
          />
        ))}
      </div>
      {proposal && (
        <p className="text-soft px-1 text-[12.5px]">
          Proposed: {COUNTS_AS[proposal.counts_as]}, since {proposal.reason}. Another choice needs a reason.
        </p>
      )}
      {error && <ErrorNote message={error instanceof Fault ? error.message : String(error)} />}
      {may && (
        <JudgeDetails
          form={form}
          needs={pending ? needsOf(pending) : now?.counts_as === "between" ? ["upper"] : []}
          action={
            pending ? (
              <Button primary onClick={() => void send(pending)}>
                Count as {COUNTS_AS[pending.kind]}
              </Button>
            ) : (
              now && form.formState.isDirty && <KeepDetails now={now.counts_as} onKeep={send} />
            )
          }
          onEnter={() => pending && void send(pending)}
        />
      )}
      <History pull={pull} onUndo={may ? () => undo.mutate() : undefined} />
    </div>
  );
}

/** What was said before the force was seen; it stays beside whatever is judged. */
function SaidBlind({ said }: { said: Schemas["SaidBlind"] }) {
  const { page } = useLot();
  const { data: tables } = useQuery(catalogueQuery);
  const zones = tables?.item_types.find((type) => type.key === page.lot.item_type)?.zones;
  const zone = zones?.find((one) => one.key === said.zone)?.name.toLowerCase() ?? said.zone;
  const words = [said.failed_part, zone, said.mode].filter(Boolean).join(", ");
  return (
    <p className="border-derived border-l-4 px-3 text-[13px] leading-snug">
      Said blind by {said.person}: {said.is_void ? `void, ${said.reason}` : words || "nothing"}. Where you judge
      otherwise, say why.
    </p>
  );
}

function KeepDetails({ now, onKeep }: { now: string; onKeep: (way: Way) => unknown }) {
  const way = WAYS.find((w) => w.kind === now);
  return way && <Button onClick={() => void onKeep(way)}>Keep these details</Button>;
}

type WayProps = { way: Way; on: boolean; pending: boolean; proposed: boolean; disabled: boolean; onClick: () => void };

function WayButton({ way, on, pending, proposed, disabled, onClick }: WayProps) {
  return (
    <button
      type="button"
      aria-pressed={on}
      disabled={disabled}
      onClick={onClick}
      className={`border-line grid min-h-10 w-full grid-cols-[22px_1fr_auto] items-center gap-2.5 border-t px-3 text-left ${
        pending ? "bg-chosen" : on ? "bg-ink text-sheet" : "hover:bg-wash"
      }`}
    >
      <Kbd>{way.key.toUpperCase()}</Kbd>
      <span>
        <b className="font-semibold">{way.label}</b> <span className="text-[13px] opacity-80">{way.note}</span>
      </span>
      {proposed && <span className="text-[11px] font-semibold">proposed</span>}
    </button>
  );
}

function History({ pull, onUndo }: { pull: Pull; onUndo?: () => void }) {
  if (pull.history.length === 0) return null;
  return (
    <div className="text-soft px-1 text-[12.5px]">
      {pull.history.slice(-3).map((h, i) => (
        <p key={i}>
          {h.undoes ? "taken back" : COUNTS_AS[h.counts_as ?? "unjudged"]} by {h.person}, {when(h.created_at)}
        </p>
      ))}
      {pull.judgement && !pull.judgement.complete && (
        <p className="text-derived mt-1 font-semibold">
          Incomplete: say what failed. An incomplete judgement cannot be signed.
        </p>
      )}
      {pull.judgement && onUndo && (
        <button type="button" onClick={onUndo} className="text-ink mt-1 font-semibold underline">
          Undo <Kbd>Z</Kbd>
        </button>
      )}
    </div>
  );
}
