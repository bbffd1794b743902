import { when } from "@/format/words";
import { Scroll } from "@/ui/Scroll";
import { nameOf, type Piece, type Preparation } from "./usePrepare";

type Props = {
  data: Preparation;
  chosen: number[];
  onChoose: (ids: number[]) => void;
  selected?: number;
  onPick: (number: number) => void;
};

/** One row a piece: what was measured of it, how far it is. */
export function PieceTable({ data, chosen, onChoose, selected, onPick }: Props) {
  const pieces = data.pieces.filter((piece) => piece.state !== "gone");
  const all = pieces.every((piece) => chosen.includes(piece.id));
  const toggle = (id: number) =>
    onChoose(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  return (
    <section className="sheet min-w-0 px-4 py-3" aria-label="Pieces">
      <Scroll label="Pieces">
        <table className="w-full min-w-[560px] text-[13px]">
          <thead>
            <tr className="cap text-left">
              <th className="w-8 py-1">
                <input
                  type="checkbox"
                  className="h-4 w-4 accent-(--ink)"
                  aria-label="All pieces"
                  checked={all}
                  onChange={() => onChoose(all ? [] : pieces.map((piece) => piece.id))}
                />
              </th>
              <th>Piece</th>
              {data.drawing.map((row) => (
                <th key={row.name} className="pl-3 text-right first-letter:uppercase">
                  {row.name}, {row.unit}
                </th>
              ))}
              <th className="pl-4">Steps</th>
              <th className="pl-3">Ready</th>
            </tr>
          </thead>
          <tbody>
            {pieces.map((piece) => (
              <tr
                key={piece.id}
                className={`border-line border-t ${piece.id === selected ? "bg-chosen" : ""}`}
                aria-current={piece.id === selected ? "true" : undefined}
              >
                <td className="py-1.5">
                  <input
                    type="checkbox"
                    className="h-4 w-4 accent-(--ink)"
                    aria-label={`Piece ${nameOf(piece)}`}
                    checked={chosen.includes(piece.id)}
                    onChange={() => toggle(piece.id)}
                  />
                </td>
                <td className="whitespace-nowrap">
                  <button type="button" className="font-semibold underline" onClick={() => onPick(piece.number)}>
                    {nameOf(piece)}
                  </button>
                  {piece.files.length > 0 && <span className="text-soft"> · {piece.files.length} files</span>}
                </td>
                {data.drawing.map((row) => (
                  <Size key={row.name} piece={piece} name={row.name} />
                ))}
                <td className="pl-4 whitespace-nowrap" aria-label={told(piece)}>
                  <span aria-hidden="true">
                    {piece.steps.map((step) => (
                      <span key={step.id} title={step.name} className={step.done ? "" : "text-soft"}>
                        {step.done ? "●" : step.running ? "◐" : "○"}
                      </span>
                    ))}
                  </span>
                </td>
                <td className={piece.complaints.length ? "text-signal font-semibold" : ""}>{ready(piece)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroll>
    </section>
  );
}

function Size({ piece, name }: { piece: Piece; name: string }) {
  const size = piece.sizes.find((one) => one.name === name);
  if (!size) return <td className="text-soft text-right">–</td>;
  return (
    <td
      className={`num text-right ${size.outside ? "text-signal font-semibold" : ""}`}
      title={`smallest ${size.smallest}`}
    >
      {size.outside && <span aria-label="out of tolerance">▲ </span>}
      {size.mean}
      {size.count > 1 && <span className="text-soft"> ×{size.count}</span>}
    </td>
  );
}

const told = (piece: Piece) =>
  piece.steps.length
    ? `${piece.steps.filter((step) => step.done).length} of ${piece.steps.length} steps done`
    : "no steps";

function ready(piece: Piece): string {
  if (piece.complaints.length > 0) return "out of order";
  if (piece.ready) return "ready";
  if (piece.ready_at) return `from ${when(piece.ready_at)}`;
  return piece.steps.length > 0 ? "not yet" : "–";
}
