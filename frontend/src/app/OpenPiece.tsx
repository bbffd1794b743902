import { useQuery } from "@tanstack/react-query";
import { Navigate, useParams } from "@tanstack/react-router";
import { answer, api } from "@/api/client";
import { ErrorNote, Waiting } from "@/ui/states";

/** What a code on a label means: the piece, with all that is known of it. */
export function OpenPiece() {
  const { code } = useParams({ from: "/piece/$code" });
  const { data, error } = useQuery({
    queryKey: ["piece", code],
    queryFn: () => answer(api.GET("/api/pieces", { params: { query: { code } } })),
    retry: false,
  });
  if (error)
    return (
      <div className="p-6">
        <ErrorNote message={error.message} />
      </div>
    );
  if (!data) return <Waiting what="the piece" />;
  return (
    <Navigate to="/lots/$lotId/prepare" params={{ lotId: data.lot_id }} search={{ specimen: data.number }} replace />
  );
}
