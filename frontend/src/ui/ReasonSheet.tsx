import { useState } from "react";
import { Button } from "./Button";
import { TextArea } from "./Field";
import { Sheet } from "./Sheet";
import { ErrorNote } from "./states";

type Props = {
  title: string;
  description: string;
  send: (reason: string) => void;
  pending: boolean;
  error: Error | null;
  verb?: string;
  onClose: () => void;
};

/** Something is taken back or let go, with a reason that stays beside it. */
export function ReasonSheet({ title, description, send, pending, error, verb = "Withdraw", onClose }: Props) {
  const [reason, setReason] = useState("");
  return (
    <Sheet open onOpenChange={(next) => !next && onClose()} title={title} description={description}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          send(reason.trim());
        }}
      >
        <TextArea label="Why" value={reason} maxLength={400} onChange={(event) => setReason(event.target.value)} />
        {error && <ErrorNote message={error.message} />}
        <div className="flex justify-end gap-2.5">
          <Button onClick={onClose}>Cancel</Button>
          <Button primary type="submit" disabled={pending || reason.trim() === ""}>
            {verb}
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
