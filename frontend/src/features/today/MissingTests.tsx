import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { DUE_ROW, DueList, WhatToDo } from "./DueList";

/** Required tests that nobody made yet: seen here, and not only when the certificate is due. */
export const MissingTests = ({ rows }: { rows: Schemas["Today"]["missing_tests"] }) => (
  <DueList title="Required tests missing" rows={rows}>
    {(row) => (
      <Link
        key={row.lot_id}
        data-row
        to="/lots/$lotId/plan"
        params={{ lotId: row.lot_id }}
        search={{ part: "acceptance" }}
        className={DUE_ROW}
      >
        <span className="min-w-0">
          <span className="head text-[15px]">{row.lot}</span>
          <span className="text-soft ml-2.5">{row.customer}</span>
          <span className="text-signal block text-[13px]">{row.sentence}</span>
        </span>
        <WhatToDo>Note the result</WhatToDo>
      </Link>
    )}
  </DueList>
);
