import { Caution } from "@/ui/states";
import { useLot } from "./context";

/** What is to be said of a piece before it is pulled: the one that is named, else the next one. */
export function PieceWarnings({ number }: { number?: string }) {
  const { page } = useLot();
  const named = /^\s*[1-9]\d*\s*$/.test(number ?? "") ? Number(number) : null;
  const piece = page.specimens.find((one) => one.number === (named ?? page.plan.next?.number));
  if (!piece || (number !== undefined && named === null)) return null;
  return piece.warnings.map((words) => (
    <Caution key={words}>
      <b className="head text-[16px] font-semibold">{words}</b>
    </Caution>
  ));
}
