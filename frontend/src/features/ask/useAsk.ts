import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useForm, useWatch, type FieldPath, type UseFormReturn } from "react-hook-form";
import { toast } from "sonner";
import { answer, api, Fault, type Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";
import { noteUnsaved } from "@/lot/unsaved";
import { changeOf } from "./askChange";
import { ASK, askOf, fieldOf, type Ask } from "./askForm";
import { unsavedOf } from "./unsavedOf";

type Page = Schemas["LotPage"];
const prefixOf = (id: number) => `ask-${id}-`;
const draftKey = (id: number, version: number) => `${prefixOf(id)}${version}`;

type Draft = { version: number; values: Ask };

/** What was typed and not saved: on this version of the lot, else on the newest that somebody changed since. */
function kept(id: number): Draft | null {
  const versions = Object.keys(localStorage)
    .filter((key) => key.startsWith(prefixOf(id)))
    .map((key) => Number(key.slice(prefixOf(id).length)));
  const version = Math.max(...versions);
  try {
    const values = JSON.parse(localStorage.getItem(draftKey(id, version)) ?? "null") as Ask | null;
    return values && { version, values };
  } catch {
    return null; // cut short
  }
}

function forget(id: number) {
  for (const key of Object.keys(localStorage)) if (key.startsWith(prefixOf(id))) localStorage.removeItem(key);
  noteUnsaved(id, "Ask", null);
}

/** The form of a lot. What is typed but not saved survives a reload; saving sends only what changed. */
export function useAsk(page: Page) {
  const { lot } = page;
  const [seen, setSeen] = useState({ version: lot.version, known: askOf(page) });
  const [draft] = useState(() => kept(lot.id));
  const [older, setOlder] = useState(draft !== null && draft.version !== lot.version);
  const form = useForm<Ask>({ resolver: zodResolver(ASK), defaultValues: seen.known });
  const { isDirty } = form.formState;
  useEffect(() => {
    if (draft) form.reset(draft.values, { keepDefaultValues: true });
  }, [draft, form]);
  useKeptDraft(form, lot.id, seen, isDirty);
  const start = (next: Page) => {
    forget(lot.id);
    setOlder(false);
    setSeen({ version: next.lot.version, known: askOf(next) });
    form.reset(askOf(next));
  };
  const save = useSave(form, seen, lot.id, start);
  return { form, save, isDirty, stale: lot.version !== seen.version, older, takeBack: () => start(page) };
}

function useKeptDraft(form: UseFormReturn<Ask>, id: number, { version, known }: Seen, dirty: boolean) {
  const values = useWatch({ control: form.control }) as Ask;
  const was = useRef(false);
  useEffect(() => {
    if (dirty) {
      localStorage.setItem(draftKey(id, version), JSON.stringify(values));
      noteUnsaved(id, "Ask", unsavedOf(values, known));
    } else if (was.current) forget(id);
    was.current = dirty;
  }, [values, dirty, id, version, known]);
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
