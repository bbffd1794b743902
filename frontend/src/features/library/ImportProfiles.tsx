import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api, type Schemas } from "@/api/client";
import { profilesQuery } from "@/api/queries";
import { useMay } from "@/api/session";

type Profile = Schemas["ImportProfile"];

/** How each known logger's files are read; a profile that is no longer wanted is forgotten. */
export function ImportProfiles() {
  const { data } = useQuery(profilesQuery);
  const queries = useQueryClient();
  const may = useMay("removeImportProfile");
  const forget = useMutation({
    mutationFn: (id: number) => answer(api.DELETE("/api/import-profiles/{id}", { params: { path: { id } } })),
    onSuccess: (left) => queries.setQueryData(profilesQuery.queryKey, left),
    onError: (error) => toast.error(error.message),
  });
  if (!data) return null;
  return (
    <>
      <h2 className="pt-6 pb-1.5 text-[15px]">How loggers’ files are read</h2>
      {data.length === 0 ? (
        <p className="text-soft">
          None yet. When a file asks what its columns are, answer in the preview and keep the answers under the logger’s
          name: files that look alike are then read without asking.
        </p>
      ) : (
        <div className="sheet">
          {data.map((profile) => (
            <div
              key={profile.id}
              className="border-line flex flex-wrap items-baseline gap-x-4 border-t px-3 py-2 first:border-t-0"
            >
              <b className="font-semibold">{profile.name}</b>
              <span className="text-soft min-w-0 flex-1 text-[13px]">{said(profile)}</span>
              <span className="text-soft text-[12.5px]">by {profile.person}</span>
              {may && (
                <button
                  type="button"
                  className="text-[13px] font-semibold underline"
                  onClick={() => forget.mutate(profile.id)}
                >
                  Forget
                </button>
              )}
            </div>
          ))}
        </div>
      )}
    </>
  );
}

function said({ choices }: Profile): string {
  const columns = (choices.columns ?? []).map((c) =>
    [`column ${c.index + 1}`, c.role, c.unit && `in ${c.unit}`, c.main && "the force"].filter(Boolean).join(" "),
  );
  const rate = choices.interval_seconds ? `${Number((1 / choices.interval_seconds).toPrecision(4))} Hz` : null;
  return (
    [...columns, rate, choices.decimal_mark && `decimal mark “${choices.decimal_mark}”`].filter(Boolean).join("; ") ||
    "as it is guessed"
  );
}
