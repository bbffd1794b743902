import { useMutation } from "@tanstack/react-query";
import { Fault } from "@/api/client";
import { attachFile } from "@/api/uploads";
import { ErrorNote } from "@/ui/states";

const ACCEPTED =
  "image/jpeg,image/png,image/webp,video/mp4,video/webm,video/quicktime,application/pdf,text/plain,text/csv";

type Props = { target: Record<string, number>; label: string; onAdded: () => void };

/** Takes in a photo, a clip or a paper; what speaks against it is said beside. */
export function AddFile({ target, label, onAdded }: Props) {
  const add = useMutation({ mutationFn: (file: File) => attachFile(target, file), onSuccess: onAdded });
  return (
    <>
      <label className="w-fit cursor-pointer font-semibold underline">
        {add.isPending ? "Keeping it …" : label}
        <input
          type="file"
          className="sr-only"
          accept={ACCEPTED}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) add.mutate(file);
            event.target.value = "";
          }}
        />
      </label>
      {add.error instanceof Fault && add.error.kept && <p className="text-soft">{add.error.message}</p>}
      {add.error && !(add.error instanceof Fault && add.error.kept) && <ErrorNote message={add.error.message} />}
    </>
  );
}
