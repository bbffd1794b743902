import type { Live } from "@/api/live";
import { Profile } from "@/charts/Profile";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { TextArea } from "@/ui/Field";
import { ErrorNote, Warned } from "@/ui/states";
import { BeforeHead } from "./BeforeHead";
import { Checklist } from "./Checklist";
import { Against, CommaQuestion, MachineQuestion } from "./Questions";
import { Quarantine } from "./Quarantine";
import { StepsRow } from "./StepsRow";
import { useBeginning } from "./useBeginning";
import type { BenchPageData } from "./useRun";

type Props = {
  data: BenchPageData;
  procedure: string;
  onProcedure: (key: string) => void;
  busy: boolean;
  live?: Live | null;
};

/** What is run, on what, and what somebody looks at before anything moves. */
export function BeforePull({ data, procedure, onProcedure, busy, live = null }: Props) {
  const { unit } = useLot();
  const made = useBeginning({ data, procedure, busy, live });
  const { chosen } = made;
  useKeys([
    { keys: "Space", label: "Looked at: the next point", run: made.lookNext },
    { keys: "Enter", label: "Begin the pull", run: made.begin },
  ]);
  return (
    <>
      <BeforeHead data={data} procedure={procedure} onProcedure={onProcedure} />
      {chosen?.refused && <ErrorNote message={chosen.refused} />}
      {chosen && !chosen.refused && (
        <>
          <Profile points={chosen.profile} unit={unit} />
          <StepsRow steps={chosen.steps} />
        </>
      )}
      <Asked data={data} live={live} made={made} />
      <Checklist points={data.checklist} looked={made.looked} onLook={made.setLooked} disabled={busy || made.barred} />
      {data.quarantines
        .filter((row) => row.holding || row.disposition === "undecided")
        .map((row) => (
          <Quarantine key={row.id} row={row} />
        ))}
      <Begin made={made} busy={busy} />
    </>
  );
}

type MadeProps = { made: ReturnType<typeof useBeginning> };

/** What stands in the way, and what only a person can say. */
const Asked = ({ data, live, made }: MadeProps & { data: BenchPageData; live: Live | null }) => (
  <>
    {live?.question != null && data.bench && <CommaQuestion benchId={data.bench.id} reading={live.question} />}
    {made.other !== null && (
      <MachineQuestion
        now={made.other}
        before={data.bench?.machine ?? ""}
        meant={made.machine === made.other}
        onMeant={made.setMachine}
      />
    )}
    <Against rows={made.against} reviews={made.reviews} />
    <Warned words={made.chosen?.warnings ?? []} />
  </>
);

function Begin({ made, busy }: MadeProps & { busy: boolean }) {
  const left = made.left.length;
  const words =
    made.chosen === undefined ? "Choose what is done" : left > 0 ? `Look at ${left} more` : "Begin the pull";
  return (
    <>
      {made.against.length > 0 && made.reviews && (
        <TextArea
          label="Why it is pulled all the same; your word, printed on the paper"
          value={made.reason}
          onChange={(event) => made.setReason(event.target.value)}
        />
      )}
      {made.start.error && <ErrorNote message={made.start.error.message} />}
      {busy && <p className="font-semibold">Another lot is being pulled at this bench.</p>}
      {!made.may && <p className="text-soft">Pulls are begun by a technician.</p>}
      <div>
        <Button primary hint="Enter" className="h-14 px-7 text-[17px]" disabled={!made.ready} onClick={made.begin}>
          {words}
        </Button>
      </div>
    </>
  );
}
