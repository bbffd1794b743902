import type { Schemas } from "@/api/client";

type Step = Schemas["Procedure"]["steps"][number];
type Going = { state: string; words: string | null }[];
type Props = { steps: Step[]; going?: Going };

const SAID: Record<string, string> = { running: "running", skipped: "left out", failed: "failed", stopped: "stopped" };

/** The steps of a procedure in a row; while it goes, each with what came of it. */
export function StepsRow({ steps, going }: Props) {
  return (
    <ol className="border-edge grid border sm:auto-cols-fr sm:grid-flow-col" aria-label="Steps">
      {steps.map((step, i) => {
        const now = going?.[i];
        const running = now?.state === "running";
        const failed = now?.state === "failed" || now?.state === "stopped";
        return (
          <li
            key={i}
            aria-current={running ? "step" : undefined}
            className={`border-line min-w-0 border-t px-2.5 py-1.5 text-[13px] first:border-t-0 sm:border-t-0 sm:border-l sm:first:border-l-0 ${running ? "bg-ink text-sheet" : ""} ${failed ? "text-signal" : ""}`}
          >
            <div className="truncate font-semibold">{step.title}</div>
            <div
              className={`truncate text-[12px] ${running || failed ? "" : "text-soft"}`}
              title={now?.words ?? step.detail}
            >
              {now && now.state !== "waiting" ? (now.words ?? SAID[now.state] ?? now.state) : step.detail}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
