import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { preparationQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useKeys } from "@/keys/keys";
import { useLot } from "@/lot/context";
import { Button } from "@/ui/Button";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { AddSteps } from "./AddSteps";
import { DrawingSheet } from "./DrawingSheet";
import { PiecePanel } from "./PiecePanel";
import { PieceTable } from "./PieceTable";
import { StepGroups } from "./StepGroups";
import type { Piece, Preparation } from "./usePrepare";

/** How the pieces of a lot are made ready. */
export function PreparePage() {
  const { page, unit } = useLot();
  const { data, error, refetch } = useQuery(preparationQuery(page.lot.id, unit.symbol));
  if (error && !data) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the pieces" />;
  return <Shown data={data} />;
}

function Shown({ data }: { data: Preparation }) {
  const { page } = useLot();
  const { specimen } = useSearch({ from: "/lots/$lotId/prepare" });
  const navigate = useNavigate();
  const may = useMay("addPreparation");
  const [chosen, setChosen] = useState<number[] | null>(null);
  const [open, setOpen] = useState<"steps" | "drawing" | null>(null);
  const here = data.pieces.filter((piece) => piece.state !== "gone");
  const ids = chosen ?? here.map((piece) => piece.id);
  const picked = here.filter((piece) => ids.includes(piece.id));
  const [first] = useState(() => (here.find(waits) ?? here[0])?.number);
  const selected = data.pieces.find((piece) => piece.number === (specimen ?? first)) ?? here[0];
  const pick = (number: number) =>
    void navigate({
      to: "/lots/$lotId/prepare",
      params: { lotId: page.lot.id },
      search: { specimen: number },
      replace: true,
    });
  const move = (by: number) => {
    const at = here.findIndex((piece) => piece.id === selected?.id);
    const next = here[at + by];
    if (next) pick(next.number);
  };
  useKeys([
    { keys: "j", label: "Next piece", run: () => move(1) },
    { keys: "k", label: "Piece before", run: () => move(-1) },
    ...(may ? [{ keys: "n", label: "Add steps", run: () => setOpen("steps") }] : []),
  ]);
  if (here.length === 0)
    return (
      <Empty title="No pieces listed yet">
        Number them first:{" "}
        <Link
          to="/lots/$lotId/plan"
          params={{ lotId: page.lot.id }}
          search={{ part: "specimens" }}
          className="font-semibold underline"
        >
          list the specimens in the plan
        </Link>
        .
      </Empty>
    );
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
        <h1>Prepare: {page.lot.name}</h1>
        <span className="text-soft">{data.line.line}</span>
        <span className="ml-auto flex flex-wrap gap-2.5">
          <a
            className="rounded-key border-ink hover:bg-wash inline-flex h-9 items-center border px-3.5 font-semibold"
            href={`/api/lots/${page.lot.id}/plan-papers/labels.pdf`}
            target="_blank"
            rel="noreferrer"
          >
            Labels
          </a>
          {may && <Button onClick={() => setOpen("drawing")}>What is measured</Button>}
          {may && (
            <Button primary hint="N" onClick={() => setOpen("steps")}>
              Add steps
            </Button>
          )}
        </span>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-3.5 min-[1080px]:grid-cols-[minmax(0,1fr)_400px]">
        <div className="grid min-w-0 gap-3.5">
          <PieceTable data={data} chosen={ids} onChoose={setChosen} selected={selected?.id} onPick={pick} />
          <StepGroups pieces={picked} may={may} />
        </div>
        {selected && <PiecePanel key={selected.id} piece={selected} data={data} may={may} onNext={() => move(1)} />}
      </div>
      {open === "steps" && <AddSteps data={data} pieces={picked} onClose={() => setOpen(null)} />}
      {open === "drawing" && <DrawingSheet data={data} onClose={() => setOpen(null)} />}
    </>
  );
}

/** Something is left to be measured or done on it. */
const waits = (piece: Piece) => !["pulled", "gone"].includes(piece.state) && !piece.ready;
