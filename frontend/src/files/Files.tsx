import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { useMay } from "@/api/session";
import { when } from "@/format/words";
import { Sheet } from "@/ui/Sheet";
import { ErrorNote } from "@/ui/states";
import { AddFile } from "./AddFile";

type Attached = Schemas["Attached"];
type Props = { files: Attached[]; target: Record<string, number>; title: string };

/** Photos and files on anything: seen small, opened large; the place where a photo was taken is not kept. */
export function Files({ files, target, title }: Props) {
  const [seen, setSeen] = useState<Attached | null>(null);
  const may = useMay("attachFile");
  const queries = useQueryClient();
  const after = { onSuccess: () => void queries.invalidateQueries() };
  const remove = useMutation({
    mutationFn: (id: number) => answer(api.DELETE("/api/attachments/{id}", { params: { path: { id } } })),
    ...after,
  });
  return (
    <section className="sheet px-4 py-3" aria-label={title}>
      <div className="flex items-baseline justify-between gap-3">
        <h2>{title}</h2>
        {may && <AddFile target={target} label="Add" onAdded={after.onSuccess} />}
      </div>
      {files.length === 0 && <p className="text-soft mt-1">None yet.</p>}
      <div className="mt-1.5 grid grid-cols-[repeat(auto-fill,minmax(96px,1fr))] gap-2">
        {files.map((file) => (
          <div key={file.id} className="min-w-0 text-[12px]">
            {file.picture ? (
              <button type="button" className="block w-full" onClick={() => setSeen(file)}>
                <img
                  src={`/api/attachments/${file.attachment_id}`}
                  alt={file.name}
                  loading="lazy"
                  className="border-line h-20 w-full border object-cover"
                />
              </button>
            ) : (
              <a
                href={`/api/attachments/${file.attachment_id}`}
                className="border-line flex h-20 items-center justify-center border font-semibold underline"
              >
                {file.media_type.split("/")[1]}
              </a>
            )}
            <div className="flex gap-1">
              <span className="truncate" title={file.name}>
                {file.name}
              </span>
              {may && (
                <button
                  type="button"
                  className="text-soft ml-auto"
                  aria-label={`Take off ${file.name}`}
                  onClick={() => remove.mutate(file.id)}
                >
                  ×
                </button>
              )}
            </div>
          </div>
        ))}
      </div>
      {remove.error && <ErrorNote message={remove.error.message} />}
      {seen && <Large file={seen} onClose={() => setSeen(null)} />}
    </section>
  );
}

function Large({ file, onClose }: { file: Attached; onClose: () => void }) {
  const [close, setClose] = useState(false);
  return (
    <Sheet
      open
      onOpenChange={(next) => !next && onClose()}
      title={file.name}
      description={`${file.width} × ${file.height}, ${file.person}, ${when(file.created_at)}. SHA-256 ${file.sha256.slice(0, 16)} …`}
      wide
    >
      {file.original && <Original file={file} />}
      <div className="max-h-[62vh] overflow-auto">
        <button type="button" className="block w-full" onClick={() => setClose(!close)} aria-label="Nearer or whole">
          <img
            src={`/api/attachments/${file.attachment_id}`}
            alt={file.name}
            className={close ? "max-w-none cursor-zoom-out" : "w-full cursor-zoom-in object-contain"}
          />
        </button>
      </div>
    </Sheet>
  );
}

/** What is seen was drawn anew from the picture's points; the file as it came is evidence, kept apart. */
function Original({ file }: { file: Attached }) {
  const may = useMay("attachmentOriginal");
  return (
    <p className="text-soft mb-2 text-[13px]">
      Drawn anew, without place, owner or device. The file as it came is kept apart
      {may ? (
        <>
          :{" "}
          <a href={`/api/attachments/${file.attachment_id}/original`} download className="font-semibold underline">
            fetch it
          </a>
          , which is told in the events.
        </>
      ) : (
        "; a reviewer or an administrator can fetch it."
      )}
    </p>
  );
}
