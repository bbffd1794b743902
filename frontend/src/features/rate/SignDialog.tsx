import { zodResolver } from "@hookform/resolvers/zod";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useForm } from "react-hook-form";
import { toast } from "sonner";
import { z } from "zod";
import { answer, api, Fault, once, onceKey, type Schemas } from "@/api/client";
import { lotChanged } from "@/api/queries";
import { useLot } from "@/lot/context";
import { useUnsaved } from "@/lot/unsaved";
import { Button } from "@/ui/Button";
import { TextArea } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { SignedFigures } from "./SignedFigures";
import { SignUnsaved } from "./SignUnsaved";

type Rating = Schemas["Rating"];
type Props = {
  rating: Rating;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onSigned: () => void;
  onLook: () => void;
};

/** Shows what is being signed, and what stands in the way; the signature is over exactly that. */
export function SignDialog({ rating, open, onOpenChange, onSigned, onLook }: Props) {
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="What you sign"
      description="The statement as it stands here, with its pulls, terms and rules. Frozen from then on."
    >
      {open && <Inside shown={rating} onClose={() => onOpenChange(false)} onSigned={onSigned} onLook={onLook} />}
    </Sheet>
  );
}

const needed = (asked: boolean) =>
  z
    .string()
    .max(400)
    .refine((text) => !asked || text.trim() !== "", "a sentence is needed");

type InsideProps = { shown: Rating; onClose: () => void; onSigned: () => void; onLook: () => void };

function Inside({ shown, onClose, onSigned, onLook }: InsideProps) {
  // What was on the screen when it was opened: another rating is signed only after it was looked at.
  const [rating] = useState(shown);
  const doubted = rating.doubted ?? [];
  const { page } = useLot();
  const unsaved = useUnsaved(page.lot.id);
  const [passedBy, setPassedBy] = useState(false);
  const asks = Object.keys(unsaved).length > 0 && !passedBy;
  const key = useRef(onceKey());
  const queries = useQueryClient();
  const { register, handleSubmit, formState } = useForm({
    resolver: zodResolver(
      z.object({
        fewer_reason: needed(rating.fewer),
        revision_reason: needed(rating.supersedes !== null),
        chain_reason: needed(doubted.length > 0),
      }),
    ),
    defaultValues: { fewer_reason: "", revision_reason: "", chain_reason: "" },
  });
  const sign = useMutation({
    mutationFn: (reasons: { fewer_reason: string; revision_reason: string; chain_reason: string }) =>
      answer(
        api.POST("/api/lots/{id}/statements", {
          params: { path: { id: page.lot.id } },
          headers: once(key.current),
          body: { sha256: rating.sha256 ?? "", ...reasons },
        }),
      ),
    onSuccess: (signed) => {
      void lotChanged(queries, page.lot.id);
      onSigned();
      onClose();
      toast.success(`Statement ${signed.number} signed; a reviewer countersigns it`);
    },
    onError: () => void lotChanged(queries, page.lot.id),
  });
  const refused = sign.error instanceof Fault ? sign.error : null;
  const { errors } = formState;
  return (
    <form className="grid gap-4" onSubmit={(event) => void handleSubmit((reasons) => sign.mutate(reasons))(event)}>
      <SignedFigures rating={rating} />
      {rating.obstacles.length > 0 && (
        <ul role="alert" className="border-signal list-none border-l-4 px-3">
          {rating.obstacles.map((obstacle) => (
            <li key={obstacle} className="py-0.5 first-letter:uppercase">
              {obstacle}
            </li>
          ))}
        </ul>
      )}
      <SignUnsaved unsaved={unsaved} lotId={page.lot.id} passedBy={passedBy} onPass={setPassedBy} />
      {rating.fewer && (
        <TextArea
          label={`${page.summary.pulled} of ${page.summary.planned} planned pulls: why that is enough`}
          error={errors.fewer_reason?.message}
          {...register("fewer_reason")}
        />
      )}
      {doubted.length > 0 && (
        <TextArea
          label={`${doubted.join(" ")} Why it may be rated all the same`}
          error={errors.chain_reason?.message}
          {...register("chain_reason")}
        />
      )}
      {rating.supersedes !== null && (
        <TextArea
          label={`It supersedes statement ${rating.supersedes}: why`}
          error={errors.revision_reason?.message}
          {...register("revision_reason")}
        />
      )}
      {sign.error && <Refusal message={sign.error.message} changed={refused?.changed ?? []} onLook={onLook} />}
      <div className="flex justify-end gap-2.5">
        <Button onClick={onClose}>Not yet</Button>
        <Button
          primary
          type="submit"
          disabled={asks || rating.obstacles.length > 0 || !rating.sha256 || sign.isPending}
        >
          Sign this
        </Button>
      </div>
    </form>
  );
}

/** What changed under the signer's eyes, named; the other figures are signed only after they were looked at. */
function Refusal({ message, changed, onLook }: { message: string; changed: string[]; onLook: () => void }) {
  return (
    <div role="alert" className="border-signal border-l-4 px-3 py-1">
      {changed.length === 0 ? (
        message
      ) : (
        <>
          <b className="font-semibold">Not signed: something changed since you looked.</b>
          <ul className="list-disc pl-5">
            {changed.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
          <button type="button" className="font-semibold underline" onClick={onLook}>
            Show the rating as it is now
          </button>
        </>
      )}
    </div>
  );
}
