import type { Age } from "@/api/age";
import type { Live } from "@/api/live";
import type { Standing as Kind } from "@/api/useStop";
import type { UprightMark } from "@/charts/UprightRule";
import { COUNTS_AS } from "@/format/words";
import { useFigures, useLot } from "@/lot/context";
import { Caution, Warned } from "@/ui/states";
import { elapsedWords, rest } from "./liveWords";
import { Standing } from "./Standing";
import type { Procedure, Run } from "./useRun";

// By how many characters there are, so that a minus does not push one out.
const SIZES: Record<number, string> = {
  4: "text-[clamp(76px,10.6vw,150px)]",
  5: "text-[clamp(62px,8.4vw,120px)]",
  6: "text-[clamp(52px,7vw,100px)]",
};
type Props = {
  live: Live | null;
  lost: boolean;
  age: Age;
  standing: Kind;
  chosen?: Procedure;
  over?: Run;
  marks: UprightMark[];
};

/** The force now, readable from three metres, and what it is on the way to. */
export function BigNumber({ live, lost, age, standing, chosen, over, marks }: Props) {
  const { unit } = useLot();
  const now = live?.now ?? "–";
  const size = SIZES[Math.min(now.length, 6)] ?? SIZES[4];
  return (
    <section
      className="bg-ground border-edge order-first flex min-w-0 flex-col border-b px-5 py-4 min-[900px]:order-none min-[900px]:min-h-0 min-[900px]:overflow-auto min-[900px]:border-b-0 min-[900px]:border-l"
      aria-label="Force now"
    >
      <div className="cap flex justify-between">
        <span>Force now</span>
        <span>{live?.state?.toLowerCase()}</span>
      </div>
      <div
        className={`num text-right leading-[1.05] font-bold tracking-tight ${size} ${age.stage === "old" ? "text-soft opacity-60" : ""}`}
        aria-live="off"
      >
        {now}
      </div>
      <Old age={age} live={live} />
      <div className="head text-soft text-right text-[clamp(17px,2vw,27px)]">
        {unit.symbol}
        {live?.rate && ` and ${live.rate}`}
      </div>
      <Standing standing={standing} />
      {over ? <Came run={over} /> : <Figures live={live} marks={standing && standing.kind !== "stands" ? [] : marks} />}
      <Said live={live} lost={lost} over={over} warnings={live?.run ? (chosen?.warnings ?? []) : []} />
    </section>
  );
}

/** How old the number is, where that is too old to be taken for now. */
function Old({ age, live }: { age: Age; live: Live | null }) {
  if (age.stage === "fresh") return null;
  const seconds = Number.isFinite(age.seconds) ? `${Math.floor(age.seconds * 10) / 10} s ago` : null;
  const words =
    age.stage === "old"
      ? `read ${seconds}`
      : live?.question
        ? "not understood yet"
        : `no reading${seconds ? ` since ${Math.floor(age.seconds)} s` : ""}`;
  return <p className="text-signal text-right text-[15px] font-semibold">{words}</p>;
}

/** What the pull came to, once it is over. */
function Came({ run }: { run: Run }) {
  const { page } = useLot();
  const text = useFigures();
  const pull = page.pulls.find((one) => one.id === run.pull_id);
  return (
    <dl className="mt-4">
      <Row name="Highest of this pull" value={(pull?.measurement && text(pull.measurement.figure)) || "–"} />
      {pull && <Row name="Counts as" value={COUNTS_AS[pull.state] ?? "–"} />}
    </dl>
  );
}

/** On the way: highest, what is held, how far it still is. */
function Figures({ live, marks }: Pick<Props, "live" | "marks">) {
  const { unit } = useLot();
  const run = live?.run;
  const ahead = marks.filter((mark) => mark.kind !== "demand" || mark.id === "proof").slice(0, 2);
  return (
    <dl className="mt-4">
      <Row name="Highest" value={run?.peak ? `${run.peak} ${unit.symbol}` : "–"} />
      {run && run.left !== null && <Row name="Still to hold" value={`${Math.ceil(run.left)} s`} strong />}
      {holds(live, unit.symbol).map((row) => (
        <Row key={row} name="Held" value={row} />
      ))}
      {ahead.map((mark) => (
        <Row key={mark.id} name={`To ${lower(mark.label)}`} value={rest(mark.value, live?.newtons, unit)} />
      ))}
      <Row name="Since start" value={run ? elapsedWords(run.elapsed) : "–"} />
    </dl>
  );
}

type SaidProps = Pick<Props, "live" | "lost" | "over"> & { warnings: string[] };

/** What must be known besides the number. */
function Said({ live, lost, over, warnings }: SaidProps) {
  const trouble = lost ? "The line to the server is lost; the bench goes on and is recorded." : live?.said;
  return (
    <div className="mt-auto grid gap-2 pt-4">
      {trouble && (
        <p role="alert" className="border-signal text-signal border-l-4 pl-3 font-semibold">
          {trouble}
        </p>
      )}
      {over?.proof_passed === false && <p className="text-signal text-[17px] font-bold">The proof is not passed.</p>}
      {over?.proof_state === "not_completed" && (
        <p className="text-[17px] font-bold">The proof was not completed: it may be done again.</p>
      )}
      {over?.proof_passed === true && <p className="text-[17px] font-bold">The proof is passed.</p>}
      <Warned words={warnings} />
      <Caution>
        Stay behind the guard and out of line with the load. The bench’s own emergency stop goes before this screen.
      </Caution>
    </div>
  );
}

const lower = (label: string) =>
  label.replace(/^[A-Z](?=[a-z])/, (letter) => letter.toLowerCase()).replace(/ [\d.,]+$/, "");

const holds = (live: Live | null, unit: string) =>
  (live?.run?.steps ?? [])
    .filter((step) => step.does === "hold" && step.held_seconds !== null && step.state !== "waiting")
    .map((step) => `${Math.floor(step.held_seconds ?? 0)} s, lowest ${step.lowest ? `${step.lowest} ${unit}` : "–"}`);

function Row({ name, value, strong }: { name: string; value: string; strong?: boolean }) {
  return (
    <div className="border-line flex items-baseline justify-between gap-3 border-t py-2">
      <dt>{name}</dt>
      <dd className={`num text-right text-[clamp(15px,1.5vw,19px)] ${strong ? "text-signal font-bold" : ""}`}>
        {value}
      </dd>
    </div>
  );
}
