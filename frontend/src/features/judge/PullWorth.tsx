import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { worthQuery } from "@/api/queries";
import { stated } from "@/format/figure";
import { useLot } from "@/lot/context";
import { WorthTable } from "@/lot/Worth";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote, Waiting } from "@/ui/states";

/** Opens what the reading of a pull is worth. */
export function PullWorth({ id, number }: { id: number; number: number }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="font-semibold underline" onClick={() => setOpen(true)}>
        What it is worth
      </button>
      {open && <Opened id={id} number={number} onClose={() => setOpen(false)} />}
    </>
  );
}

function Opened({ id, number, onClose }: { id: number; number: number; onClose: () => void }) {
  const { unit } = useLot();
  const { data, error } = useQuery({ ...worthQuery(id, unit.symbol), retry: false });
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={`What the reading of pull ${number} is worth`}
      description={
        data
          ? `${stated(data.force, unit.symbol)}, with the certificate and the check it rests on, its zero and its sampling.`
          : undefined
      }
    >
      {error ? (
        <ErrorNote message={error.message} />
      ) : data ? (
        <WorthTable reading={data} unit={unit.symbol} />
      ) : (
        <Waiting what="its parts" />
      )}
    </Sheet>
  );
}
