import { MassCard } from "./MassCard";
import { ProofCard } from "./ProofCard";
import { SmallRigs } from "./SmallRigs";
import { TackleCard } from "./TackleCard";

/** Tackle, ram, redirect, sideways line, preload; the proof load by rule and the test mass that makes it. */
export function RigPart() {
  return (
    <div className="grid items-start gap-3.5 min-[1060px]:grid-cols-2">
      <div className="grid min-w-0 gap-3.5">
        <TackleCard />
        <SmallRigs />
      </div>
      <div className="grid min-w-0 gap-3.5">
        <ProofCard />
        <MassCard />
      </div>
    </div>
  );
}
