import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { sendFile, type Schemas } from "@/api/client";

export type Choices = Schemas["Choices"];
export type Item = {
  key: string;
  file: File;
  choices: Choices;
  state: "reading" | "ready" | "asks" | "refused" | "saving" | "saved";
  preview?: Schemas["Preview"];
  message?: string;
};

let counter = 0;

/** The files of a drop: each read, asked about, saved or refused by itself; the others go through. */
export function useDrop(lotId: number) {
  const [items, setItems] = useState<Item[]>([]);
  const aborts = useRef(new Map<string, AbortController>());
  const queries = useQueryClient();
  const patch = useCallback(
    (key: string, change: Partial<Item>) => setItems((all) => all.map((i) => (i.key === key ? { ...i, ...change } : i))),
    [],
  );

  const read = useCallback(
    async (item: Item) => {
      const abort = new AbortController();
      aborts.current.set(item.key, abort);
      patch(item.key, { state: "reading", message: undefined });
      try {
        const preview = await sendFile<Schemas["Preview"]>(`/api/lots/${lotId}/previews`, item.file, item.choices, abort.signal);
        patch(item.key, { preview, state: preview.ready ? "ready" : "asks" });
      } catch (error) {
        patch(item.key, { state: "refused", message: (error as Error).message });
      }
    },
    [lotId, patch],
  );

  const add = useCallback(
    async (files: File[]) => {
      const fresh = files.map((file): Item => ({ key: `f${counter++}`, file, choices: {}, state: "reading" }));
      setItems((all) => [...all, ...fresh]);
      for (const item of fresh) await read(item);
    },
    [read],
  );

  const choose = useCallback(
    (item: Item, choices: Choices) => {
      const next = { ...item, choices: { ...item.choices, ...choices } };
      patch(item.key, { choices: next.choices });
      void read(next);
    },
    [patch, read],
  );

  const place = useCallback((item: Item, choices: Choices) => patch(item.key, { choices: { ...item.choices, ...choices } }), [patch]);

  const save = useMutation({
    mutationFn: async () => {
      for (const item of items.filter((i) => i.state === "ready")) {
        patch(item.key, { state: "saving" });
        try {
          await sendFile(`/api/lots/${lotId}/curves`, item.file, item.choices);
          patch(item.key, { state: "saved" });
        } catch (error) {
          patch(item.key, { state: "refused", message: (error as Error).message });
        }
      }
    },
    onSettled: () => void queries.invalidateQueries(),
  });

  const remove = useCallback((key: string) => {
    aborts.current.get(key)?.abort();
    setItems((all) => all.filter((i) => i.key !== key));
  }, []);

  return { items, add, choose, place, save, remove, clear: () => setItems([]) };
}
