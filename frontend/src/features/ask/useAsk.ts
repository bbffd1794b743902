import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useForm, useWatch, type FieldPath, type UseFormReturn } from "react-hook-form";
import { toast } from "sonner";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";
import { changeOf } from "./askChange";
import { ASK, askOf, fieldOf, type Ask } from "./askForm";

type Page = Schemas["LotPage"];
const draftKey = (id: number, version: number) => `ask-${id}-${version}`;

function kept(key: string): Ask | null {
  const parsed = ASK.safeParse(JSON.parse(localStorage.getItem(key) ?? "null"));
  return parsed.success ? parsed.data : (JSON.parse(localStorage.getItem(key) ?? "null") as Ask | null);
}

/** The form of a lot. What is typed but not saved survives a reload; saving sends only what changed. */
export function useAsk(page: Page) {
  const { lot } = page;
  const [seen, setSeen] = useState({ version: lot.version, known: askOf(page) });
  const [draft] = useState(() => kept(draftKey(lot.id, lot.version)));
  const form = useForm<Ask>({ resolver: zodResolver(ASK), defaultValues: seen.known });
  const { isDirty } = form.formState;
  useEffect(() => {
    if (draft) form.reset(draft, { keepDefaultValues: true });
  }, [draft, form]);
  useKeptDraft(form, draftKey(lot.id, seen.version), isDirty);
  const start = (next: Page) => {
    localStorage.removeItem(draftKey(lot.id, seen.version));
    setSeen({ version: next.lot.version, known: askOf(next) });
    form.reset(askOf(next));
  };
  const save = useSave(form, seen, lot.id, start);
  return { form, save, isDirty, stale: lot.version !== seen.version, takeBack: () => start(page) };
}

function useKeptDraft(form: UseFormReturn<Ask>, key: string, dirty: boolean) {
  const values = useWatch({ control: form.control });
  const was = useRef(false);
  useEffect(() => {
    if (dirty) localStorage.setItem(key, JSON.stringify(values));
    else if (was.current) localStorage.removeItem(key);
    was.current = dirty;
  }, [values, dirty, key]);
}

type Seen = { version: number; known: Ask };

function useSave(form: UseFormReturn<Ask>, { version, known }: Seen, lotId: number, start: (page: Page) => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (ask: Ask) =>
      answer(
        api.PATCH("/api/lots/{id}", { params: { path: { id: lotId } }, body: { ...changeOf(ask, known), version } }),
      ),
    onSuccess: (page) => {
      queries.setQueryData(keys.lot(lotId), page);
      start(page);
      void lotChanged(queries, lotId);
      toast.success("Saved");
    },
    onError: (error) => {
      if (!(error instanceof Fault)) return;
      for (const [name, message] of Object.entries(error.fields))
        form.setError(fieldOf(name) as FieldPath<Ask>, { message });
    },
  });
}
