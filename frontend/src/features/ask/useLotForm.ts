import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { toast } from "sonner";
import { answer, api, Fault, type Schemas } from "@/api/client";

type Lot = Schemas["Lot"];
export type Change = Schemas["LotChange"];
export type Draft = Partial<Record<keyof Lot, string | boolean>>;

const draftKey = (lot: Lot) => `ask-${lot.id}-${lot.version}`;

/** What is typed but not saved, kept across a reload; saving sends only what changed. */
export function useLotForm(lot: Lot) {
  const [draft, setDraft] = useState<Draft>(() => JSON.parse(localStorage.getItem(draftKey(lot)) ?? "{}") as Draft);
  const queries = useQueryClient();
  const key = draftKey(lot);
  useEffect(() => {
    if (Object.keys(draft).length) localStorage.setItem(key, JSON.stringify(draft));
    else localStorage.removeItem(key);
  }, [draft, key]);
  const save = useMutation({
    mutationFn: (change: Change) =>
      answer(api.PATCH("/api/lots/{id}", { params: { path: { id: lot.id } }, body: { ...change, version: lot.version } })),
    onSuccess: (page) => {
      localStorage.removeItem(key);
      setDraft({});
      queries.setQueryData(["lot", lot.id], page);
      void queries.invalidateQueries();
      toast.success("Saved");
    },
  });
  return {
    draft,
    changed: Object.keys(draft).length > 0,
    set: (name: keyof Lot, value: string | boolean) => setDraft((before) => ({ ...before, [name]: value })),
    reset: () => setDraft({}),
    save,
    fields: save.error instanceof Fault ? save.error.fields : {},
  };
}
