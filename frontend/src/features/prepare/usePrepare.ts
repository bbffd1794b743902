import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { Schemas } from "@/api/client";
import { keys, lotChanged } from "@/api/queries";

export type Preparation = Schemas["Preparation"];
export type Piece = Preparation["pieces"][number];
export type Step = Piece["steps"][number];
export type DrawingRow = Schemas["DrawingRow"];
export type NewStep = Schemas["PreparationStep"];

/** Something done to the pieces of a lot; the lot and its preparation are asked for anew. */
export function usePrepareChange<Input>(
  lotId: number,
  send: (input: Input) => Promise<Preparation>,
  after?: () => void,
) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.preparation(lotId) });
      void lotChanged(queries, lotId);
      after?.();
    },
  });
}

export const nameOf = (piece: { label: string; number: number }) => piece.label || String(piece.number);

/** Steps of the chosen pieces, each once, in order: how many have it, how many did it. */
export function groupsOf(pieces: Piece[]) {
  const groups = new Map<string, { name: string; position: number; steps: Step[] }>();
  for (const piece of pieces)
    for (const step of piece.steps) {
      const key = `${step.name}\n${step.kind}`;
      const group = groups.get(key) ?? { name: step.name, position: step.position, steps: [] };
      group.steps.push(step);
      group.position = Math.min(group.position, step.position);
      groups.set(key, group);
    }
  return [...groups.values()].sort((a, b) => a.position - b.position);
}
