import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { Fault, type Schemas } from "@/api/client";
import { sendFile } from "@/api/uploads";
import { lotChanged } from "@/api/queries";

export type Choices = Schemas["Choices"];
export type Item = {
  key: string;
  file: File;
  choices: Choices;
  state: "waiting" | "reading" | "ready" | "asks" | "refused" | "saving" | "saved";
  preview?: Schemas["Preview"];
  message?: string;
};

const AT_ONCE = 3;
let counter = 0;

const stateOf = (preview: Schemas["Preview"]) => (preview.refusal ? "refused" : preview.ready ? "ready" : "asks");

/** Runs a task for each item, a few at a time, in order. */
async function each<T>(items: T[], task: (item: T) => Promise<void>) {
  const queue = [...items];
  const worker = async () => {
    for (let next = queue.shift(); next !== undefined; next = queue.shift()) await task(next);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
}

/** Saves what the preview left of a file; if that is no longer at hand, the file itself. */
async function saved(lotId: number, { file, choices, preview }: Item) {
  const path = `/api/lots/${lotId}/recordings`;
  try {
    await sendFile(path, preview?.draft_id ?? file, choices);
  } catch (error) {
    if (!(error instanceof Fault) || error.status !== 404 || preview?.draft_id == null) throw error;
    await sendFile(path, file, choices);
  }
}

/** The files of a drop: each read, asked about, saved or refused by itself; the others go through. */
export function useDrop(lotId: number) {
  const [items, setItems] = useState<Item[]>([]);
  const aborts = useRef(new Map<string, AbortController>());
  const gone = useRef(new Set<string>());
  const stopped = useRef(false);
  const queries = useQueryClient();
  const patch = useCallback(
    (key: string, change: Partial<Item>) =>
      setItems((all) => all.map((i) => (i.key === key ? { ...i, ...change } : i))),
    [],
  );

  const read = useCallback(
    async (item: Item) => {
      if (gone.current.has(item.key)) return;
      const abort = new AbortController();
      aborts.current.set(item.key, abort);
      patch(item.key, { state: "reading", message: undefined });
      try {
        const preview = await sendFile<Schemas["Preview"]>(
          `/api/lots/${lotId}/previews`,
          item.file,
          item.choices,
          abort.signal,
        );
        const choices = preview.profile ? { ...preview.choices, ...item.choices } : item.choices;
        patch(item.key, { preview, choices, state: stateOf(preview) });
      } catch (error) {
        patch(item.key, { state: "refused", message: (error as Error).message });
      }
    },
    [lotId, patch],
  );

  const add = useCallback(
    async (files: File[]) => {
      const fresh = files.map((file): Item => ({ key: `f${counter++}`, file, choices: {}, state: "waiting" }));
      setItems((all) => [...all, ...fresh]);
      await each(fresh, read);
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

  const place = useCallback(
    (item: Item, choices: Choices) => patch(item.key, { choices: { ...item.choices, ...choices } }),
    [patch],
  );

  /** Reads the files that ask, or were refused, again: a profile may know them now. */
  const again = useCallback(
    (signature: string) =>
      void each(
        items
          .filter((i) => i.state === "asks" && i.preview?.signature === signature)
          .map((i) => ({ ...i, choices: {} })),
        read,
      ),
    [items, read],
  );

  const save = useMutation({
    mutationFn: async () => {
      stopped.current = false;
      // One after the other, so that specimens are numbered in the order of the list.
      for (const item of items.filter((i) => i.state === "ready")) {
        if (stopped.current) return;
        patch(item.key, { state: "saving" });
        try {
          await saved(lotId, item);
          patch(item.key, { state: "saved" });
        } catch (error) {
          patch(item.key, { state: "refused", message: (error as Error).message });
        }
      }
    },
    onSettled: () => lotChanged(queries, lotId),
  });

  const drop = useCallback((keys: string[]) => {
    keys.forEach((key) => {
      gone.current.add(key);
      aborts.current.get(key)?.abort();
    });
    setItems((all) => all.filter((i) => !keys.includes(i.key)));
  }, []);

  /** Stops what goes on; what is read or saved stays. */
  const cancel = useCallback(() => {
    stopped.current = true;
    drop(items.filter((i) => i.state === "waiting" || i.state === "reading").map((i) => i.key));
  }, [drop, items]);

  return {
    items,
    add,
    choose,
    place,
    again,
    save,
    cancel,
    remove: (key: string) => drop([key]),
    clear: () => drop(items.map((i) => i.key)),
  };
}
