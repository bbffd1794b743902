import { useState } from "react";
import { TrainChain } from "@/charts/TrainChain";
import { Button } from "@/ui/Button";
import { Panel } from "./Panel";
import { usePlan } from "./planContext";
import { TrainEditor } from "./TrainEditor";

/** Everything in line, drawn as a chain whose thickness is strength. */
export function TrainPanel() {
  const { plan, may } = usePlan();
  const [editing, setEditing] = useState(false);
  const train = plan.sections.train;
  return (
    <Panel title="What is in line" aside="thickness is strength; below each, its chance to go first" answer={train}>
      {train.ended && <p className="text-signal mt-1 font-semibold">{train.ended}</p>}
      {train.links && <TrainChain links={train.links} />}
      {train.mend && (
        <p className="mt-1.5">
          <b className="text-derived">Smallest change.</b> {train.mend}
        </p>
      )}
      {editing && <TrainEditor />}
      {may && (
        <Button className="mt-2.5" aria-expanded={editing} onClick={() => setEditing(!editing)}>
          {editing ? "Close the list" : "Change what is in line"}
        </Button>
      )}
    </Panel>
  );
}
