import { useMutation, useQueryClient } from "@tanstack/react-query";
import { signIn } from "@/api/client";
import { sessionQuery } from "@/api/queries";

/** Signs somebody in, also over somebody else: what was shown to them is forgotten. */
export function useSignIn(onDone?: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ login, password }: { login: string; password: string }) => signIn(login, password),
    onSuccess: async () => {
      await queries.fetchQuery({ ...sessionQuery, staleTime: 0 });
      queries.removeQueries({ predicate: (q) => !["session", "catalogue"].includes(String(q.queryKey[0])) });
      void queries.invalidateQueries();
      onDone?.();
    },
  });
}
