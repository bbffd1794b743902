import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { keys } from "@/api/queries";
import { duration } from "@/format/words";
import { Button } from "@/ui/Button";
import { ErrorNote } from "@/ui/states";

type File = Schemas["AftermathOfPull"]["files"][number];
type Props = { pullId: number; file: File; breakSeconds: number | null };

/** A clip of the pull: one tap where it breaks ties it to the curve, and from then on its time is the curve’s. */
export function Clip({ pullId, file, breakSeconds }: Props) {
  const video = useRef<HTMLVideoElement>(null);
  const queries = useQueryClient();
  const align = useMutation({
    mutationFn: (clip_seconds: number) =>
      answer(api.PUT("/api/attachment-links/{id}/clip", { params: { path: { id: file.id } }, body: { clip_seconds } })),
    onSuccess: (now) => queries.setQueryData(keys.aftermath(pullId), now),
  });
  return (
    <figure className="grid w-full max-w-[420px] gap-1.5">
      <video ref={video} src={`/api/attachments/${file.attachment_id}`} controls muted className="border-line border" />
      <figcaption className="flex flex-wrap items-center gap-3 text-[13px]">
        <Button
          className="h-11"
          disabled={align.isPending}
          onClick={() => video.current && align.mutate(video.current.currentTime)}
        >
          It breaks here
        </Button>
        <span className="text-soft">{alignedWords(file.clip_seconds, breakSeconds)}</span>
      </figcaption>
      {align.error && <ErrorNote message={align.error.message} />}
    </figure>
  );
}

/** Where the clip lies on the curve. */
export function alignedWords(clip: number | null, onCurve: number | null): string {
  if (clip === null) return "stop the clip where it breaks, then tap";
  if (onCurve === null) return `breaks ${duration(clip)} into the clip`;
  const begins = onCurve - clip;
  return `begins ${duration(Math.abs(begins))} ${begins < 0 ? "before" : "into"} the curve; breaks at ${duration(onCurve)}`;
}
