import { useState } from "react";
import type { Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { Button } from "@/ui/Button";
import { CorrectForm } from "./CorrectForm";

type Pull = Schemas["Pull"];

const DISPLAY = {
  follows:
    "The display followed the load: what was read is the last reading that was seen, and the highest may lie above it. Judge it “at least”, or “between” where more is known.",
  locks: "The scale locks when it is steady: what it showed may be of before the break. Judge it “at least” if so.",
};

/** A pull without a curve: what the display showed, every reading of it, and a way to put a misread one right. */
export function TypedPull({ pull }: { pull: Pull }) {
  const [correcting, setCorrecting] = useState(false);
  const may = useMay("correctReading");
  const now = pull.measurement;
  return (
    <div className="py-8">
      <p className="num text-measured text-[56px] leading-none font-semibold">
        {now?.text ? (
          <>
            {now.text} <span className="text-[24px]">{now.unit}</span>
          </>
        ) : (
          <span className="font-head text-[32px]">Nothing was read</span>
        )}
      </p>
      <p className="text-soft mt-3">
        {now ? "Read off the display and typed" : "Recorded without a reading"} by {pull.person}, {when(pull.pulled_at)}
        . There is no curve, so nothing else is known of this pull.
      </p>
      {now?.reason && pull.measurements.length === 1 && (
        <p className="border-derived mt-3 border-l-4 px-3 text-[13.5px]">{now.reason}.</p>
      )}
      {now?.lower_bound_cause === "saturated" && (
        <p className="border-derived mt-3 border-l-4 px-3 text-[13.5px]">
          The cell was at its end: what was read is at least what the piece bore.
        </p>
      )}
      {pull.display && pull.display !== "holds" && (
        <p className="border-derived mt-3 border-l-4 px-3 text-[13.5px]">{DISPLAY[pull.display]}</p>
      )}
      {pull.measurements.length > 1 && <Readings readings={pull.measurements} />}
      {may && now && (
        <div className="mt-5">
          {correcting ? (
            <CorrectForm pull={pull} onDone={() => setCorrecting(false)} />
          ) : (
            <Button onClick={() => setCorrecting(true)}>It was misread</Button>
          )}
        </div>
      )}
    </div>
  );
}

function Readings({ readings }: { readings: Schemas["Measurement"][] }) {
  return (
    <ol className="border-line mt-4 border-t text-[13px]" aria-label="Readings of this pull">
      {readings.map((m, i) => (
        <li key={m.id} className="border-line flex flex-wrap gap-x-3 border-b py-1">
          <span className={`num ${i < readings.length - 1 ? "text-soft line-through" : "font-semibold"}`}>
            {m.text} {m.unit}
          </span>
          <span className="text-soft">
            {m.person}, {m.created_at && when(m.created_at)}
            {m.reason && `: ${m.reason}`}
          </span>
        </li>
      ))}
    </ol>
  );
}
