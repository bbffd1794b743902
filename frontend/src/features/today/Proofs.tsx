import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { DUE_ROW, DueList, WhatToDo } from "./DueList";

type Today = Schemas["Today"];

/** Pieces that failed their proof, until somebody decides what becomes of them. */
export const InQuarantine = ({ rows }: { rows: Today["quarantines"] }) => (
  <DueList title="In quarantine" rows={rows}>
    {(row) => (
      <Link key={row.id} data-row to="/lots/$lotId/bench" params={{ lotId: row.lot_id }} className={DUE_ROW}>
        <span>
          <b className="head text-[15px]">{row.piece}</b>{" "}
          <span className="text-soft">
            of {row.lot}: {row.found}
            {row.holding && "; its siblings wait"}
          </span>
        </span>
        <WhatToDo>Inspect and decide</WhatToDo>
      </Link>
    )}
  </DueList>
);

/** Certificates whose next examination or load test comes near. */
export const ProofsDue = ({ rows }: { rows: Today["proofs_due"] }) => (
  <DueList title="Proofs that are due again" rows={rows}>
    {(row) => (
      <Link key={row.id} data-row to="/lots/$lotId/bench" params={{ lotId: row.lot_id }} className={DUE_ROW}>
        <span>
          <b className="head text-[15px]">{row.number}</b>{" "}
          <span className={row.past ? "text-signal font-semibold" : "text-soft"}>
            {row.lot}: {row.what} by {row.due}
          </span>
        </span>
        <WhatToDo>To the bench</WhatToDo>
      </Link>
    )}
  </DueList>
);
