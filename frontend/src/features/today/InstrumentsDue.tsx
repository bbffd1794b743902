import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { DUE_ROW, DueList, WhatToDo } from "./DueList";

/** Cells that cannot be trusted today, and those whose check or certificate runs out soon. */
export const InstrumentsDue = ({ rows }: { rows: Schemas["Today"]["instruments_due"] }) => (
  <DueList title="Cells to check" rows={rows}>
    {(row) => (
      <Link key={row.id} data-row to="/benches/cells/$cellId" params={{ cellId: row.id }} className={DUE_ROW}>
        <span className={row.late ? "text-signal font-semibold" : ""}>{row.sentence}</span>
        <WhatToDo>Look at it</WhatToDo>
      </Link>
    )}
  </DueList>
);
