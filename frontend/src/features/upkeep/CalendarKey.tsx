import { useMutation } from "@tanstack/react-query";
import { toast } from "sonner";
import { answer, api } from "@/api/client";
import { useMay } from "@/api/session";
import { Button } from "@/ui/Button";

/** An address that a calendar can read; its key opens nothing else, and is ended under People. */
export function CalendarKey() {
  const may = useMay("issueToken");
  const make = useMutation({
    mutationFn: () => answer(api.POST("/api/tokens", { body: { name: "calendar", scope: "calendar" } })),
    onError: (error) => toast.error(error.message),
  });
  if (!may) return null;
  const address = make.data?.key && `${window.location.origin}/api/calendar.ics?key=${make.data.key}`;
  return (
    <section className="pt-5 text-[13px]" aria-label="Calendar">
      <h2 className="pb-1">In your calendar</h2>
      {address ? (
        <p className="border-derived border-l-4 pl-3">
          Shown this once: subscribe to it. End it under People, as any key.
          <code className="num block py-1 break-all select-all">{address}</code>
        </p>
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <span className="text-soft">
            Examinations, checks, certificates, and readings of long tests, as an address that a calendar reads.
          </span>
          <Button disabled={make.isPending} onClick={() => make.mutate()}>
            Make the address
          </Button>
        </div>
      )}
    </section>
  );
}
