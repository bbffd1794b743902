import { answer, api } from "@/api/client";
import { useLongChange, type LongTest } from "@/api/lastingQueries";
import { ReasonSheet } from "@/ui/ReasonSheet";

/** A test is over: nothing more is read. */
export function EndSheet({ test, onClose }: { test: LongTest; onClose: () => void }) {
  const end = useLongChange(
    (words: string) =>
      answer(api.POST("/api/long-tests/{id}/end", { params: { path: { id: test.id } }, body: { words } })),
    onClose,
  );
  return (
    <ReasonSheet
      title={`End “${test.title}”`}
      description="Nothing more is read from then on. What was read stays."
      verb="End the test"
      pending={end.isPending}
      error={end.error}
      send={(words) => end.mutate(words)}
      onClose={onClose}
    />
  );
}
