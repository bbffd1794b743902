import type { ReactNode } from "react";
import { RamDrawing, RedirectDrawing, SidewaysDrawing } from "@/charts/RigDrawings";
import { plainNumber } from "@/format/figure";
import { NumberField } from "@/lot/NumberField";
import { QuantityField } from "./inputs";
import { Panel } from "./Panel";
import { usePart, usePlan, type Typed } from "./planContext";

/** Ram, redirect, a line pulled sideways, torque for a preload. */
export function SmallRigs() {
  return (
    <>
      <RamCard />
      <RedirectCard />
      <SidewaysCard />
      <PreloadCard />
    </>
  );
}

const Fields = ({ children }: { children: ReactNode }) => {
  const { may } = usePlan();
  return may ? <div className="mt-2 grid gap-2.5 sm:grid-cols-2">{children}</div> : null;
};

function RamCard() {
  const [ram, set] = usePart("ram");
  return (
    <Panel title="Ram" answer={usePlan().plan.sections.ram}>
      {ram.bore && <RamDrawing rodShare={drawnShare(ram.rod, ram.bore)} label="A ram in section: bore and rod" />}
      <Fields>
        <QuantityField
          label="Bore"
          quantity="displacement"
          unit="mm"
          value={ram.bore}
          onChange={(bore) => set({ bore })}
        />
        <QuantityField label="Rod" quantity="displacement" unit="mm" value={ram.rod} onChange={(rod) => set({ rod })} />
        <QuantityField
          label="Pressure"
          quantity="pressure"
          value={ram.pressure}
          note="empty: from the force"
          onChange={(pressure) => set({ pressure })}
        />
        <QuantityField
          label="Force"
          quantity="force"
          value={ram.force}
          note="empty: the upper estimate"
          onChange={(force) => set({ force })}
        />
      </Fields>
    </Panel>
  );
}

function RedirectCard() {
  const [part, set] = usePart("redirect");
  return (
    <Panel title="Redirect" answer={usePlan().plan.sections.redirect}>
      {part.degrees != null && (
        <RedirectDrawing degrees={part.degrees} label={`The rope turns, ${part.degrees}° between its parts`} />
      )}
      <Fields>
        <QuantityField
          label="Tension in the rope"
          quantity="force"
          value={part.tension}
          onChange={(tension) => set({ tension })}
        />
        <NumberField
          label="Angle between the rope parts"
          unit="°"
          value={part.degrees}
          onChange={(degrees) => set({ degrees: degrees ?? undefined })}
        />
      </Fields>
    </Panel>
  );
}

function SidewaysCard() {
  const [part, set] = usePart("sideways");
  return (
    <Panel title="Line pulled sideways" answer={usePlan().plan.sections.sideways}>
      {part.degrees != null && (
        <SidewaysDrawing degrees={part.degrees} label={`A line pulled aside by ${part.degrees}° of each half`} />
      )}
      <Fields>
        <QuantityField
          label="Force across the line"
          quantity="force"
          value={part.force}
          onChange={(force) => set({ force })}
        />
        <NumberField
          label="Angle of each half"
          unit="°"
          value={part.degrees}
          note="from the straight line"
          onChange={(degrees) => set({ degrees: degrees ?? undefined })}
        />
      </Fields>
    </Panel>
  );
}

function PreloadCard() {
  const [part, set] = usePart("preload");
  return (
    <Panel title="Torque for a preload" answer={usePlan().plan.sections.preload}>
      <Fields>
        <QuantityField
          label="Diameter of the thread"
          quantity="displacement"
          unit="mm"
          value={part.diameter}
          onChange={(diameter) => set({ diameter })}
        />
        <QuantityField label="Torque" quantity="torque" value={part.torque} onChange={(torque) => set({ torque })} />
        <QuantityField
          label="Or preload wanted"
          quantity="force"
          value={part.force}
          onChange={(force) => set({ force })}
        />
        <NumberField
          label="Nut factor K"
          value={part.nut_factor}
          placeholder="0.20"
          onChange={(nut_factor) => set({ nut_factor })}
        />
      </Fields>
    </Panel>
  );
}

/** How thick the rod is drawn; in other units than the bore it is only shown to be there. */
function drawnShare(rod: Typed | null | undefined, bore: Typed): number {
  if (!rod) return 0;
  return rod.unit === bore.unit ? (plainNumber(rod.text) ?? 0) / (plainNumber(bore.text) || 1) : 0.5;
}
