import { useState } from "react";
import type { Schemas } from "@/api/client";
import { useLot } from "@/app/lotContext";
import { force, toNewtons, typedNumber } from "@/format/force";
import { duration, when } from "@/format/words";
import { Button } from "@/ui/Button";
import { Field } from "@/ui/Field";
import { findingWords } from "./findingWords";
import type { Overruling } from "./useOverrule";

type Finding = Schemas["Finding"];
type Props = { finding: Finding; text: (newtons: number) => string; overruling: Overruling };

// What a person may know better: where something was, or how much. A stiffness or an energy follows from the samples.
const CAN_BE_OVERRULED = [
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
export function FindingRow({ finding, text, overruling }: Props) {
  const [open, setOpen] = useState(false);
  const { overruled } = finding;
  return (
    <div className="border-line grid grid-cols-[104px_1fr_auto] items-baseline gap-x-2 border-b py-1 text-[13px] last:border-b-0">
      <dt className="font-semibold">{finding.kind.replaceAll("_", " ")}</dt>
      <dd>
        <span className={overruled ? "text-soft line-through" : ""}>{findingWords(finding, text)}</span>
        {overruled && (
          <span className="block">
            <b className="num text-derived font-semibold">{overruled.force_newtons != null && text(overruled.force_newtons)}</b>
            {overruled.at_seconds != null && ` at ${duration(overruled.at_seconds)}`} by {overruled.person}, {when(overruled.created_at)}
            {overruled.reason && `: ${overruled.reason}`}
          </span>
        )}
        {open && <OverruleForm finding={finding} overruling={overruling} onDone={() => setOpen(false)} />}
      </dd>
      <dd className="flex gap-2.5">
        {overruled && (
          <button type="button" className="font-semibold underline" onClick={() => overruling.undo(finding)}>
            Undo
          </button>
        )}
        {CAN_BE_OVERRULED.includes(finding.kind) && (
          <button type="button" aria-expanded={open} className="text-soft hover:text-ink underline" onClick={() => setOpen(!open)}>
            {open ? "Close" : "Overrule"}
          </button>
        )}
      </dd>
    </div>
  );
}

function OverruleForm({ finding, overruling, onDone }: { finding: Finding; overruling: Overruling; onDone: () => void }) {
  const { unit } = useLot();
  const [value, setValue] = useState(finding.force_newtons == null ? "" : force(finding.force_newtons, { unit }).replaceAll("\u202f", ""));
  const [at, setAt] = useState(finding.at_seconds == null ? "" : String(Number(finding.at_seconds.toFixed(4))));
  const [reason, setReason] = useState("");
  const number = typedNumber(value);
  const seconds = at.trim() === "" ? null : Number(at.replace(",", "."));
  const moved = seconds != null && seconds !== Number(finding.at_seconds?.toFixed(4));
  const typed = number != null && Math.abs(toNewtons(number, unit) - (finding.force_newtons ?? 0)) > 1e-9 && value !== "";
  return (
    <form
      className="flex flex-wrap items-end gap-2 py-1.5"
      onSubmit={(e) => {
        e.preventDefault();
        overruling.set(finding, { at_seconds: seconds, force_newtons: typed && !moved ? toNewtons(number, unit) : null, reason });
        onDone();
      }}
    >
      <Field label="Force" unit={unit} value={value} onChange={(e) => setValue(e.target.value)} className="w-28" inputMode="decimal" />
      <Field label="At" unit="s" value={at} onChange={(e) => setAt(e.target.value)} className="w-28" inputMode="decimal" />
      <Field label="Reason" value={reason} onChange={(e) => setReason(e.target.value)} className="w-56" />
      <Button type="submit" disabled={seconds != null && !Number.isFinite(seconds)}>
        Put it beside
      </Button>
      <p className="text-soft basis-full text-[12px]">
        With another time the force is read from the curve there. What was found stays in sight.
      </p>
    </form>
  );
}
