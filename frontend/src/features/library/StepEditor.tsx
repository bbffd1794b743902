import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { DOES, LOADS, RATES, WORKS_OUT, type Does, type Loads, type Typed } from "./procedureForm";

type Props = { step: Typed; loads: Loads; onChange: (step: Typed) => void };
type Fields = { step: Typed; loads: Loads; set: <K extends keyof Typed>(key: K) => (value: Typed[K]) => void };

const options = (table: Record<string, string>) => Object.entries(table).map(([value, label]) => ({ value, label }));

/** One step of a procedure: what it does, and the figures that this needs. */
export function StepEditor({ step, loads, onChange }: Props) {
  const set: Fields["set"] = (key) => (value) => onChange({ ...step, [key]: value });
  const Part = PARTS[step.does];
  return (
    <div className="grid flex-1 grid-cols-2 items-end gap-2.5 min-[700px]:grid-cols-[170px_repeat(4,minmax(0,1fr))]">
      <Choice
        label="It does"
        value={step.does}
        options={options(DOES)}
        onChange={(does) => set("does")(does as Does)}
      />
      {Part && <Part step={step} loads={loads} set={set} />}
    </div>
  );
}

type LineProps = Omit<Fields, "loads"> & { name: keyof Typed; label: string; unit?: string };
const Line = ({ step, set, name, label, unit }: LineProps) => (
  <Field
    label={label}
    unit={unit}
    inputMode="decimal"
    value={step[name]}
    onChange={(event) => set(name)(event.target.value)}
  />
);
const Wide = (props: LineProps) => (
  <div className="col-span-full min-[700px]:col-span-4">
    <Field
      label={props.label}
      value={props.step[props.name]}
      onChange={(event) => props.set(props.name)(event.target.value)}
    />
  </div>
);

/** A rate with the unit that it is typed in: of load or of travel, a second or a minute. */
function Rate({ step, loads, set }: Fields) {
  const units = RATES[step.by === "travel" && step.does !== "release" ? "travel" : loads];
  const unit = units.includes(step.rateUnit) ? step.rateUnit : (units[0] ?? "");
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_92px] items-end gap-1">
      <Line step={step} set={set} name="rate" label="Rate" />
      <Choice
        label="Unit of the rate"
        bare
        value={unit}
        options={units.map((one) => ({ value: one, label: one }))}
        onChange={set("rateUnit")}
      />
    </div>
  );
}

const BY = { force: "by load", travel: "by travel" };

function Ramp({ step, loads, set }: Fields) {
  const travel = step.by === "travel";
  return (
    <>
      <Choice label="How" value={step.by} options={options(BY)} onChange={(by) => set("by")(by as Typed["by"])} />
      {travel ? (
        <Line step={step} set={set} name="times" label="Way" unit="m" />
      ) : (
        <>
          <Choice label="Load" value={step.of} options={options(LOADS)} onChange={set("of")} />
          <Line step={step} set={set} name="times" label={step.of === "si" ? "Load" : "Times"} />
        </>
      )}
      <Rate step={step} loads={loads} set={set} />
    </>
  );
}

const Hold = (props: Fields) => (
  <>
    <Line {...props} name="seconds" label="For" unit="s" />
    <Line {...props} name="over" label="At most above" unit="%" />
  </>
);

const Cycle = (props: Fields) => (
  <>
    <Choice label="From" value={props.step.ofLow} options={options(LOADS)} onChange={props.set("ofLow")} />
    <Line {...props} name="timesLow" label="Times" />
    <Choice label="To" value={props.step.of} options={options(LOADS)} onChange={props.set("of")} />
    <Line {...props} name="times" label="Times" />
    <Line {...props} name="hertz" label="At" unit="Hz" />
    <Line {...props} name="count" label="So often" />
  </>
);

const Break = (props: Fields) => (
  <>
    <Choice
      label="How"
      value={props.step.by}
      options={options(BY)}
      onChange={(by) => props.set("by")(by as Typed["by"])}
    />
    <Rate {...props} />
  </>
);

const Measure = (props: Fields) => (
  <>
    <Choice
      label="It gives"
      value={props.step.worksOut}
      options={options(WORKS_OUT)}
      onChange={props.set("worksOut")}
    />
    <div className="col-span-full min-[700px]:col-span-3">
      <Field
        label="What is read, each with its unit in brackets"
        placeholder="Span [mm], Side outward [words]"
        value={props.step.figures}
        onChange={(event) => props.set("figures")(event.target.value)}
      />
    </div>
  </>
);

const PARTS: Partial<Record<Does, (props: Fields) => React.ReactNode>> = {
  ramp: Ramp,
  hold: Hold,
  cycle: Cycle,
  break: Break,
  measure: Measure,
  release: Rate,
  wait: (props) => <Line {...props} name="seconds" label="For" unit="s" />,
  inspect: (props) => <Wide {...props} name="points" label="What is looked at, point by point, with commas" />,
  remark: (props) => <Wide {...props} name="words" label="What is said" />,
};
