import { toast } from "sonner";
import { bringLongLog } from "@/api/uploads";
import { useLongChange, type LongTest } from "@/api/lastingQueries";
import { useMay } from "@/api/session";
import { ErrorNote } from "@/ui/states";

type Props = { station: LongTest["stations"][number] };

/** What a logger wrote down of the station while nobody stood beside it. */
export function BringLog({ station }: Props) {
  const may = useMay("bringLongLog");
  const bring = useLongChange(
    (file: File) => bringLongLog(station.id, file),
    (test) => {
      const now = test.stations.find((s) => s.id === station.id)?.read_count ?? 0;
      toast.success(`${now - station.read_count} readings of ${station.name} brought in`);
    },
  );
  if (!may) return null;
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
            if (file) bring.mutate(file);
            event.target.value = "";
          }}
        />
      </label>
      {bring.error && <ErrorNote message={bring.error.message} />}
    </div>
  );
}
