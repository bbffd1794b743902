import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { when } from "@/format/words";
import { DUE_ROW, DueList, WhatToDo } from "./DueList";

/** Pulls that were cut off: what there is was kept, and waits for somebody's judgement. */
export const Interrupted = ({ rows }: { rows: Schemas["Today"]["interrupted"] }) => (
  <DueList title="Pulls that were interrupted" rows={rows}>
    {(row) => (
      <Link
        key={row.id}
        data-row
        to={row.pull_id ? "/lots/$lotId/judge" : "/lots/$lotId/bench"}
        params={{ lotId: row.lot_id }}
        search={row.pull_id ? { pull: row.pull_id } : {}}
        className={DUE_ROW}
      >
        <span>
          <b className="head text-[15px]">{row.lot}</b>{" "}
          <span className="text-soft">
            {row.bench}, {when(row.ended_at)}: {row.why}
          </span>
        </span>
        <WhatToDo>{row.pull_id ? "Judge what there is" : "To the bench"}</WhatToDo>
      </Link>
    )}
  </DueList>
);
