import { useQuery } from "@tanstack/react-query";
import { useNavigate, useParams } from "@tanstack/react-router";
import { useEffect } from "react";
import { answer, api } from "@/api/client";
import { ErrorNote, Waiting } from "@/ui/states";

/** What the code on a paper means: the page of its record. */
export function OpenRecord() {
  const { uid } = useParams({ from: "/record/$uid" });
  const navigate = useNavigate();
  const { data, error } = useQuery({
    queryKey: ["record", uid],
    queryFn: () => answer(api.GET("/api/records/{uid}", { params: { path: { uid } } })),
    retry: false,
  });
  useEffect(() => {
    if (data) void navigate({ to: data.path, replace: true });
  }, [data, navigate]);
  if (error)
    return (
      <div className="p-6">
        <ErrorNote message={error.message} />
      </div>
    );
  return <Waiting what="the record" />;
}
