import { useQuery, useQueryClient } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { useEffect } from "react";
import { keys, sessionQuery } from "@/api/queries";
import { ErrorNote } from "@/ui/states";
import { router } from "./router";
import { SignInPage } from "./SignInPage";

/** Nothing is shown to nobody: who is not signed in sees how to. */
export function Gate() {
  const { data: session, error, refetch } = useQuery(sessionQuery);
  const queries = useQueryClient();
  useEffect(() => {
    const ended = () => void queries.invalidateQueries({ queryKey: keys.session });
    window.addEventListener("signed-out", ended);
    return () => window.removeEventListener("signed-out", ended);
  }, [queries]);
  if (error && !session)
    return (
      <div className="p-6">
        <ErrorNote message={error.message} onRetry={() => void refetch()} />
      </div>
    );
  if (!session) return null;
  return session.person ? <RouterProvider router={router} /> : <SignInPage session={session} />;
}
