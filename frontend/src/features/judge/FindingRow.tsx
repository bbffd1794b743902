import { useState } from "react";
import type { Schemas } from "@/api/client";
import { stated, type Unit } from "@/format/figure";
import { moment, spelled, when } from "@/format/words";
import { Doubt } from "@/ui/Doubt";
import { findingWords } from "@/lot/findingWords";
import { OverruleForm } from "./OverruleForm";
import type { Overruling } from "./useOverrule";

type Finding = Schemas["Finding"];
type Props = { finding: Finding; unit: Unit; overruling: Overruling; readOnly?: boolean; timed?: boolean };

// What a person may know better: where something was, or how much. A stiffness or an energy follows from the samples.
const CAN_BE_OVERRULED: Finding["kind"][] = [
  "zero",
  "take_up",
  "yield",
  "slip",
  "first_failure",
  "partial_failure",
  "peak",
  "later_peak",
  "break",
  "release",
  "hold",
];

/** One finding with its reason; a person's own value beside it, by whom and when. */
export function FindingRow({ finding, unit, overruling, readOnly, timed = true }: Props) {
  const [open, setOpen] = useState(false);
  const { overruled } = finding;
  return (
    <div className="border-line grid grid-cols-[104px_1fr_auto] items-baseline gap-x-2 border-b py-1 text-[13px] last:border-b-0">
      <dt className="font-semibold">{spelled(finding.kind)}</dt>
      <dd>
        <span className={overruled ? "text-soft line-through" : ""}>{findingWords(finding, unit, timed)}</span>
        {!overruled && <Doubt confidence={finding.confidence} doubt={finding.doubt} />}
        {overruled && (
          <span className="block">
            <b className="num text-derived font-semibold">
              {overruled.figure && stated(overruled.figure, unit.symbol)}
            </b>
            {overruled.at_seconds != null && ` at ${moment(overruled.at_seconds, timed)}`} by {overruled.person},{" "}
            {when(overruled.created_at)}
            {overruled.reason && `: ${overruled.reason}`}
          </span>
        )}
        {open && <OverruleForm finding={finding} overruling={overruling} timed={timed} onDone={() => setOpen(false)} />}
      </dd>
      {!readOnly && (
        <dd className="flex gap-2.5">
          {overruled && (
            <button type="button" className="font-semibold underline" onClick={() => overruling.undo(finding)}>
              Undo
            </button>
          )}
          {CAN_BE_OVERRULED.includes(finding.kind) && (
            <button
              type="button"
              aria-expanded={open}
              className="text-soft hover:text-ink underline"
              onClick={() => setOpen(!open)}
            >
              {open ? "Close" : "Overrule"}
            </button>
          )}
        </dd>
      )}
    </div>
  );
}
