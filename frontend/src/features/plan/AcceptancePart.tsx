import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { acceptanceQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { AcceptanceEditor } from "./AcceptanceEditor";
import { EarlierVerdicts } from "./EarlierVerdicts";
import { TestRows } from "./TestRows";

const TONE = { accepted: "text-measured", failed: "text-signal", missing: "text-signal", empty: "text-soft" };

/** The tests that must be made: always done, failed, missing, to be repeated. */
export function AcceptancePart() {
  const { page } = useLot();
  const { data, error, refetch } = useQuery(acceptanceQuery(page.lot.id));
  const may = useMay("saveAcceptance");
  const [editing, setEditing] = useState(false);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the acceptance plan" />;
  return (
    <div className="grid gap-3.5">
      <section className="sheet min-w-0 px-4 py-3" aria-label="Acceptance plan">
        <div className="flex flex-wrap items-baseline gap-x-3 gap-y-2">
          <h2>{data.plan?.name ?? "Acceptance plan"}</h2>
          <span className="text-soft text-[13px]">{data.plan?.source}</span>
          {may && (
            <Button className="ml-auto" onClick={() => setEditing(true)}>
              {data.plan ? "Change the plan" : "Begin a plan"}
            </Button>
          )}
        </div>
        {data.plan ? (
          <>
            <p className={`mt-1 font-semibold ${TONE[data.verdict]}`}>{data.sentence}</p>
            <TestRows rows={data.rows} />
          </>
        ) : (
          <Empty title="What must be tested before this lot is accepted?">
            Begin from a template: a welded pipe, a sewn sling, anchors in the field, loose gear. A missing test is then
            seen at once, here and on Today.
          </Empty>
        )}
      </section>
      <EarlierVerdicts acceptance={data} />
      <AcceptanceEditor key={String(editing)} open={editing} acceptance={data} onClose={() => setEditing(false)} />
    </div>
  );
}
