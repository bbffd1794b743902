import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { lastingKeys, upkeepQuery } from "@/api/lastingQueries";
import { keys } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { Button } from "@/ui/Button";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { CalendarKey } from "./CalendarKey";
import { NewRule } from "./NewRule";
import { RecordSheet } from "./RecordSheet";
import { day } from "./days";

export type Rule = Schemas["UpkeepRow"];

/** What must be examined, tested or retired, what is due first. */
export function UpkeepPage() {
  const { data, error, refetch } = useQuery(upkeepQuery);
  const [adding, setAdding] = useState(false);
  const [recording, setRecording] = useState<Rule | null>(null);
  const may = useMay("addUpkeepRule");
  useKeys(may ? [{ keys: "n", label: "New rule", run: () => setAdding(true) }] : []);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="what must be examined" />;
  const due = data.rules.filter((r) => r.state === "due" || r.state === "failed").length;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
        <h1>Examine and retire</h1>
        <span className="text-soft">
          {plural(data.rules.length, "rule")}
          {due > 0 && `, ${due} due`}
        </span>
        {may && (
          <Button primary hint="N" className="ml-auto" onClick={() => setAdding(true)}>
            New rule
          </Button>
        )}
      </div>
      {data.rules.length === 0 && (
        <Empty title="No rule yet">
          Gear that is examined every year, a hoist that is tested every five, a sling that is retired with its age:
          each is a rule here, and comes up on Today in time.
        </Empty>
      )}
      <div className="border-line border-b">
        {data.rules.map((rule) => (
          <Row key={rule.id} rule={rule} onRecord={() => setRecording(rule)} />
        ))}
      </div>
      <CalendarKey />
      {adding && <NewRule upkeep={data} onClose={() => setAdding(false)} />}
      {recording && <RecordSheet rule={recording} onClose={() => setRecording(null)} />}
    </>
  );
}

const LATE = ["due", "failed"];

function Row({ rule, onRecord }: { rule: Rule; onRecord: () => void }) {
  const mayRecord = useMay("recordUpkeep");
  const mayRetire = useMay("retireUpkeepRule");
  const queries = useQueryClient();
  const retire = useMutation({
    mutationFn: () => answer(api.DELETE("/api/upkeep/{id}", { params: { path: { id: rule.id } } })),
    onSuccess: (upkeep) => {
      queries.setQueryData(lastingKeys.upkeep, upkeep);
      void queries.invalidateQueries({ queryKey: keys.today });
    },
    onError: (error) => toast.error(error.message),
  });
  const last = rule.records[0];
  return (
    <article className="border-line bg-sheet grid gap-x-4 gap-y-1 border-t px-3.5 py-2 min-[820px]:grid-cols-[minmax(0,1fr)_220px_auto] min-[820px]:items-center">
      <div>
        <b className="head text-[15px]">{rule.name}</b> <span>{rule.what}</span>
        <span className="text-soft block text-[13px]">
          {said(rule)}
          {rule.source && `; ${rule.source}`}
        </span>
      </div>
      <div
        className={`text-[13px] ${LATE.includes(rule.state) ? "text-signal font-semibold" : rule.state === "soon" ? "font-semibold" : ""}`}
      >
        {rule.words}
        {last && (
          <span className="text-soft block font-normal">
            last {day(last.done_on)}: {last.result}
            {last.words && `, ${last.words}`}
          </span>
        )}
      </div>
      <span className="flex items-center gap-3 text-[13px]">
        {mayRecord && rule.state !== "retired" && <Button onClick={onRecord}>Done</Button>}
        {mayRetire && (
          <button type="button" className="underline underline-offset-4" onClick={() => retire.mutate()}>
            Drop the rule
          </button>
        )}
      </span>
    </article>
  );
}

function said(rule: Rule): string {
  const every = [
    rule.months && (rule.retires ? `at ${years(rule.months)}` : `every ${years(rule.months)}`),
    rule.uses && `${rule.retires ? "at" : "every"} ${rule.uses} pulls, ${rule.used} so far`,
    rule.after_overload && "after an overload",
  ];
  return every.filter(Boolean).join("; ");
}

const years = (months: number) =>
  months % 12 === 0 ? (months === 12 ? "year" : `${months / 12} years`) : plural(months, "month");
