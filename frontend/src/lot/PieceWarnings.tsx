import { Warned } from "@/ui/states";
import { useLot } from "./context";

/** What is to be said of a piece before it is pulled: the one that is named, else the next one. */
export function PieceWarnings({ number }: { number?: string }) {
  const { page } = useLot();
  const named = /^\s*[1-9]\d*\s*$/.test(number ?? "") ? Number(number) : null;
  const piece = page.specimens.find((one) => one.number === (named ?? page.plan.next?.number));
  if (!piece || (number !== undefined && named === null)) return null;
  return <Warned words={piece.warnings} />;
}
