import { useState } from "react";
import { Segments } from "@/ui/Segments";
import { OldBreaks } from "./OldBreaks";
import { PeakForm } from "./PeakForm";
import { StationsForm } from "./StationsForm";
import { ReadingsForm } from "./ReadingsForm";

/** Without a logger: the peak off the display, or readings noted on the way up. */
export function ByHand() {
  const [way, setWay] = useState("peak");
  return (
    <section aria-label="By hand" className="grid gap-2">
      <Segments
        label="By hand"
        value={way}
        onChange={setWay}
        options={[
          { value: "peak", label: "Type the peak" },
          { value: "readings", label: "Type readings" },
          { value: "stations", label: "Several stations" },
        ]}
      />
      {way === "peak" ? <PeakForm /> : way === "readings" ? <ReadingsForm /> : <StationsForm />}
      <OldBreaks />
    </section>
  );
}
