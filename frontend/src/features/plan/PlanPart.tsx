import { BenchPanel } from "./BenchPanel";
import { DayPanel } from "./DayPanel";
import { HowManyPanel } from "./HowManyPanel";
import { StockPanel } from "./StockPanel";
import { TrainPanel } from "./TrainPanel";

/** What goes first, how many, on which bench, how far to stay away, and the day. */
export function PlanPart() {
  return (
    <div className="grid gap-3.5">
      <TrainPanel />
      <div className="grid items-start gap-3.5 min-[1060px]:grid-cols-[1fr_380px]">
        <div className="grid min-w-0 gap-3.5">
          <HowManyPanel />
          <StockPanel />
        </div>
        <BenchPanel />
      </div>
      <DayPanel />
    </div>
  );
}
