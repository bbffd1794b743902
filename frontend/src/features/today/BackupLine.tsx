import type { Schemas } from "@/api/client";
import { when } from "@/format/words";

type Backup = Schemas["Today"]["backup"];
const OLD_HOURS = 48;
const hoursSince = (at: string) => (Date.now() - new Date(at).getTime()) / 3_600_000;

/** How old the last backup is; in the colour of trouble when there is none to rely on. */
export function BackupLine({ backup }: { backup: Backup }) {
  const wrong = backup.error !== undefined || (backup.at !== undefined && hoursSince(backup.at) > OLD_HOURS);
  return (
    <p
      className={`mt-3 text-[13px] ${wrong ? "text-signal font-semibold" : "text-soft"}`}
      role={wrong ? "alert" : undefined}
    >
      {backup.at ? (
        <>
          Last backup {when(backup.at)}, <span className="num">{megabytes(backup.bytes ?? 0)}</span>, kept for 30 days.
        </>
      ) : (
        "No backup yet: one is made every day while the application runs."
      )}
      {backup.error && ` The last try failed: ${backup.error}.`}
    </p>
  );
}

const megabytes = (bytes: number) => `${Math.max(bytes / 1_000_000, 0.1).toFixed(1)} MB`;
