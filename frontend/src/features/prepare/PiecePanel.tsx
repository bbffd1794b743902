import { useState } from "react";
import { answer, api } from "@/api/client";
import { when } from "@/format/words";
import { useLot } from "@/lot/context";
import { Segments } from "@/ui/Segments";
import { Caution, ErrorNote } from "@/ui/states";
import { Files } from "@/files/Files";
import { SizeEntry } from "./SizeEntry";
import { nameOf, usePrepareChange, type Piece, type Preparation, type Step } from "./usePrepare";

type Props = { piece: Piece; data: Preparation; may: boolean; onNext: () => void };
const STAGES = [
  { value: "received", label: "As received" },
  { value: "conditioned", label: "After conditioning" },
];

/** One piece: its dimensions, what follows from them, its steps in order, its photos. */
export function PiecePanel({ piece, data, may, onNext }: Props) {
  const [stage, setStage] = useState("received");
  return (
    <div className="grid min-w-0 gap-3.5">
      <section className="sheet px-4 py-3" aria-label={`Piece ${nameOf(piece)}`}>
        <div className="flex items-baseline gap-2">
          <h2 className="text-[16px]">{nameOf(piece)}</h2>
          <span className="num text-soft text-[12px]">code {piece.code}</span>
          <span className="text-soft ml-auto">{piece.state}</span>
        </div>
        {data.drawing.length === 0 ? (
          <p className="text-soft mt-1">Nothing is measured of these pieces yet: say under “What is measured”.</p>
        ) : (
          <>
            {may && (
              <div className="flex pt-2">
                <Segments label="Measured" value={stage} options={STAGES} onChange={setStage} />
              </div>
            )}
            <SizeEntry piece={piece} data={data} stage={stage} may={may} onNext={onNext} />
          </>
        )}
        {piece.derived.length > 0 && (
          <dl className="border-line mt-2 border-t pt-1.5 text-[13px]">
            {piece.derived
              .filter((row) => row.name !== "")
              .map((row) => (
                <div key={row.name} className="flex justify-between gap-3 py-0.5">
                  <dt className="text-soft">{row.name}</dt>
                  <dd className="num text-right">{row.text}</dd>
                </div>
              ))}
          </dl>
        )}
        {[...piece.complaints, ...piece.derived.filter((row) => row.name === "").map((row) => row.text)].map(
          (words) => (
            <div key={words} className="pt-1.5">
              <Caution>{words}</Caution>
            </div>
          ),
        )}
      </section>
      <Steps piece={piece} may={may} />
      <Files files={piece.files} target={{ specimen_id: piece.id }} title="Photos and files" />
    </div>
  );
}

const SOURCES: Record<string, string> = { maker: "maker’s", own: "own", standard: "standard" };

function Steps({ piece, may }: { piece: Piece; may: boolean }) {
  const { page } = useLot();
  const change = usePrepareChange(page.lot.id, (body: { ids: number[]; starts_at?: string | null; done?: boolean }) =>
    answer(api.PATCH("/api/lots/{id}/preparations", { params: { path: { id: page.lot.id } }, body })),
  );
  if (piece.steps.length === 0) return null;
  return (
    <section className="sheet px-4 py-3" aria-label="Its steps">
      <h2>Its steps, in order</h2>
      <ol className="mt-1 text-[13px]">
        {piece.steps.map((step, i) => (
          <li key={step.id} className="border-line border-t py-1.5">
            <div className="flex items-baseline gap-2">
              <span className="num text-soft">{i + 1}</span>
              <b className="font-semibold">{step.name}</b>
              <span className="text-soft">
                {[
                  step.hours && `${step.hours} h`,
                  step.under_load && "under load",
                  SOURCES[step.source],
                  step.source_text,
                ]
                  .filter(Boolean)
                  .join(" · ")}
              </span>
              <span className="ml-auto whitespace-nowrap">{stateOf(step)}</span>
            </div>
            {step.values && step.values.length > 0 && (
              <div className="text-soft pl-4">
                {step.values.map((value) => `${value.name} ${value.text} ${value.unit ?? ""}`.trim()).join(", ")}
              </div>
            )}
            {may && (
              <div className="flex gap-3 pl-4">
                {!step.done && step.hours !== null && !step.running && (
                  <Act onClick={() => change.mutate({ ids: [step.id], starts_at: new Date().toISOString() })}>
                    Begins now
                  </Act>
                )}
                {!step.done && <Act onClick={() => change.mutate({ ids: [step.id], done: true })}>Done</Act>}
                {step.done_at && <Act onClick={() => change.mutate({ ids: [step.id], done: false })}>Not done</Act>}
              </div>
            )}
          </li>
        ))}
      </ol>
      {change.error && <ErrorNote message={change.error.message} />}
    </section>
  );
}

const Act = ({ onClick, children }: { onClick: () => void; children: string }) => (
  <button type="button" className="font-semibold underline" onClick={onClick}>
    {children}
  </button>
);

function stateOf(step: Step): string {
  if (step.done_at) return `● ${step.done_by}, ${when(step.done_at)}`;
  if (step.done) return `● until ${when(step.ends_at ?? "")}`;
  if (step.running) return `◐ until ${when(step.ends_at ?? "")}`;
  return step.starts_at ? `○ from ${when(step.starts_at)}` : "○ open";
}
