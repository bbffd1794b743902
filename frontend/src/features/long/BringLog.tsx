import { toast } from "sonner";
import { Fault } from "@/api/client";
import { bringLongLog } from "@/api/uploads";
import { useLongChange, type LongTest } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";

type Props = { station: LongTest["stations"][number] };
type Brought = { file: File; choices?: { clock_changed: boolean } };

/** What a logger wrote down of the station while nobody stood beside it. */
export function BringLog({ station }: Props) {
  const may = useMay("bringLongLog");
  const bring = useLongChange(
    ({ file, choices }: Brought) => bringLongLog(station.id, file, choices),
    (test) => {
      const now = test.stations.find((s) => s.id === station.id)?.read_count ?? 0;
      toast.success(`${now - station.read_count} readings of ${station.name} brought in`);
    },
  );
  if (!may) return null;
  const asked = bring.error instanceof Fault && bring.error.fields.clock_changed !== undefined;
  const answer = (clock_changed: boolean) => {
    if (bring.variables) bring.mutate({ file: bring.variables.file, choices: { clock_changed } });
  };
  return (
    <div className="grid gap-2 text-[13px]">
      <label className="border-edge hover:bg-wash rounded-key flex min-h-11 cursor-pointer items-center justify-center border border-dashed px-3 font-semibold">
        {bring.isPending ? "Reading the file …" : "Bring in a logger’s file"}
        <input
          type="file"
          className="sr-only"
          aria-label={`Logger’s file of ${station.name}`}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) bring.mutate({ file });
            event.target.value = "";
          }}
        />
      </label>
      {bring.error && <ErrorNote message={bring.error.message} />}
      {asked && (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => answer(true)}>The clock was changed</Button>
          <Button onClick={() => answer(false)}>The hour passed</Button>
        </div>
      )}
    </div>
  );
}
