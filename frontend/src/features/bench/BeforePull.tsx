import { useState } from "react";
import { useMay } from "@/api/session";
import { Profile } from "@/charts/Profile";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Choice } from "@/ui/Choice";
import { TextArea } from "@/ui/Field";
import { Caution, ErrorNote } from "@/ui/states";
import { Quarantine } from "./Quarantine";
import { StepsRow } from "./StepsRow";
import { useStart, type BenchPageData } from "./useRun";

type Props = { data: BenchPageData; procedure: string; onProcedure: (key: string) => void; busy: boolean };

/** What is run, on what, and what somebody looks at before anything moves. */
export function BeforePull({ data, procedure, onProcedure, busy }: Props) {
  const { page, unit } = useLot();
  const may = useMay("startRun");
  const [looked, setLooked] = useState<Record<string, boolean>>({});
  const [reason, setReason] = useState("");
  const start = useStart(page.lot.id);
  const chosen = data.procedures.find((one) => one.key === procedure);
  const done = data.checklist.filter((point) => looked[point.key]).length;
  const whole = done === data.checklist.length;
  const against = chosen?.refusals ?? [];
  const free = !busy && may && whole && chosen !== undefined && chosen.refused === null;
  const ready = free && (against.length === 0 || reason.trim() !== "") && !start.isPending;
  const begin = () => {
    if (ready)
      start.mutate(
        { procedure, checklist: looked, ...(reason.trim() ? { reason: reason.trim() } : {}) },
        { onSuccess: () => setLooked({}) },
      );
  };
  const first = data.checklist.find((point) => !looked[point.key]);
  useKeys([
    {
      keys: "Space",
      label: "Looked at: the next point",
      run: () => first && setLooked({ ...looked, [first.key]: true }),
    },
    { keys: "Enter", label: "Begin the pull", run: begin },
  ]);
  return (
    <>
      <Head data={data} procedure={procedure} onProcedure={onProcedure} />
      {chosen?.refused && <ErrorNote message={chosen.refused} />}
      {chosen && !chosen.refused && (
        <>
          <Profile points={chosen.profile} unit={unit} />
          <StepsRow steps={chosen.steps} />
        </>
      )}
      <Checklist points={data.checklist} looked={looked} onLook={setLooked} disabled={busy || !may} />
      {data.quarantines
        .filter((row) => row.holding || row.disposition === "undecided")
        .map((row) => (
          <Quarantine key={row.id} row={row} />
        ))}
      {against.map((row) => (
        <Caution key={row.words}>{row.words}</Caution>
      ))}
      {against.length > 0 && (
        <TextArea
          label="Why it is pulled all the same; a reviewer’s word, printed on the paper"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      )}
      {start.error && <ErrorNote message={start.error.message} />}
      {busy && <p className="font-semibold">Another lot is being pulled at this bench.</p>}
      {!may && <p className="text-soft">Pulls are begun by a technician.</p>}
      <div>
        <Button primary hint="Enter" className="h-14 px-7 text-[17px]" disabled={!ready} onClick={begin}>
          {whole ? "Begin the pull" : `Look at ${data.checklist.length - done} more`}
        </Button>
      </div>
    </>
  );
}

/** The piece that is next, and what is done with it. */
function Head({ data, procedure, onProcedure }: Omit<Props, "busy">) {
  const { page } = useLot();
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <div>
        <h1 className="text-[22px]">{page.lot.name}</h1>
        <p className="head text-[17px]">
          {data.next ? `Next: ${data.next.label}` : `Pull ${page.summary.pulled + 1}`}
          <span className="text-soft ml-2 text-[13px] font-normal">
            {page.summary.planned ? `${page.summary.pulled} of ${page.summary.planned} pulled` : ""}
          </span>
        </p>
      </div>
      <Choice
        className="ml-auto w-64"
        label="What is done"
        value={procedure}
        options={data.procedures.map((one) => ({ value: one.key, label: one.name, note: one.about }))}
        onChange={onProcedure}
      />
    </div>
  );
}

type ListProps = {
  points: BenchPageData["checklist"];
  looked: Record<string, boolean>;
  onLook: (looked: Record<string, boolean>) => void;
  disabled: boolean;
};

function Checklist({ points, looked, onLook, disabled }: ListProps) {
  const first = points.find((point) => !looked[point.key]);
  return (
    <fieldset className="border-edge border-t pt-2" disabled={disabled}>
      <legend className="head pr-2 text-[15px]">
        Before the pull{" "}
        <span className="text-soft font-normal">
          {points.filter((point) => looked[point.key]).length} of {points.length}
        </span>
      </legend>
      <ul className="grid gap-x-4 min-[1080px]:grid-cols-2">
        {points.map((point) => (
          <li key={point.key} className="last:odd:col-span-full">
            <label
              className={`border-line flex min-h-10 cursor-pointer items-center gap-3 border-b text-[14.5px] ${point.key === first?.key ? "font-semibold" : ""}`}
            >
              <input
                type="checkbox"
                className="h-6 w-6 shrink-0 accent-(--ink)"
                checked={looked[point.key] ?? false}
                onChange={(event) => onLook({ ...looked, [point.key]: event.target.checked })}
              />
              {point.words}
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}
