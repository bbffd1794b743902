import { useQuery } from "@tanstack/react-query";
import { toast } from "sonner";
import { sessionQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { useCheckRow, useRetireRow, type Table } from "./useLibrary";

type Props = {
  table: Table;
  row: { id?: number; own: boolean; check: boolean; added_by?: string; checked_by?: string | null };
};
const LINK = "text-[13px] font-semibold underline";

/** Where a row comes from, whether it was compared with its source, and what can be done with it. */
export function OwnRow({ table, row }: Props) {
  const me = useQuery(sessionQuery).data?.person?.name;
  const mayCheck = useMay("checkLibraryRow");
  const mayRetire = useMay("retireLibraryRow");
  const check = useCheckRow();
  const retire = useRetireRow();
  const { id } = row;
  const failed = (error: Error) => toast.error(error.message);
  return (
    <span className="flex flex-wrap items-baseline justify-end gap-x-3">
      {row.check && <span className="cap text-derived">check</span>}
      {row.own && (
        <span className="text-soft text-[12.5px]">
          own: {row.added_by}
          {row.checked_by && `, checked by ${row.checked_by}`}
        </span>
      )}
      {id !== undefined && row.check && mayCheck && row.added_by !== me && (
        <button type="button" className={LINK} onClick={() => check.mutate({ table, id }, { onError: failed })}>
          I compared it
        </button>
      )}
      {id !== undefined && mayRetire && (
        <button type="button" className={LINK} onClick={() => retire.mutate({ table, id }, { onError: failed })}>
          Retire
        </button>
      )}
    </span>
  );
}
