import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { lotsQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { plural } from "@/format/words";
import { useKeys } from "@/keys/keys";
import { useRowKeys } from "@/keys/useRowKeys";
import { Button } from "@/ui/Button";
import { TableLinks } from "@/ui/TableLinks";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { LotRow } from "./LotRow";
import { NewJob } from "./NewJob";
import { NewLot } from "./NewLot";
import { NewStudy } from "./NewStudy";

const ADD = "decoration-edge hover:decoration-ink text-[13px] font-semibold underline underline-offset-4";

export function RackPage() {
  const [text, setText] = useState("");
  const [page, setPage] = useState(1);
  const [waiting, setWaiting] = useState(false);
  const [newJob, setNewJob] = useState(false);
  const [newLot, setNewLot] = useState<{ id: number; customer: string } | null>(null);
  const [newStudy, setNewStudy] = useState<{ id: number; customer: string } | null>(null);
  const may = useMay("createJob");
  const { data, error, refetch } = useQuery(lotsQuery(text, page, waiting));
  useRowKeys();
  useKeys([{ keys: "n", label: "New job", run: () => may && setNewJob(true) }]);
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>Lots</h1>
        <span className="text-soft">{data ? `${plural(data.total, "lot")}, each on its own scale` : ""}</span>
        <div className="ml-auto flex flex-wrap items-center gap-2.5">
          <input
            aria-label="Look for lots"
            placeholder="Look for…"
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              setPage(1);
            }}
            className="field h-9 w-40"
          />
          <Button
            aria-pressed={waiting}
            className={waiting ? "bg-wash" : ""}
            onClick={() => {
              setWaiting(!waiting);
              setPage(1);
            }}
          >
            Only what waits
          </Button>
          {may && (
            <Button primary hint="N" onClick={() => setNewJob(true)}>
              New job
            </Button>
          )}
        </div>
      </div>
      {error && (
        <div className="mt-4">
          <ErrorNote message={error.message} onRetry={() => void refetch()} />
        </div>
      )}
      {!data && !error && <Waiting what="the lots" />}
      {data && data.total > 0 && (
        <p className="text-soft flex items-baseline gap-3 pt-1 text-[13px]">
          {text || waiting ? "As filtered, as a table:" : "As a table:"}
          <TableLinks
            list="lots"
            name="Lots"
            query={`?q=${encodeURIComponent(text)}${waiting ? "&waiting=true" : ""}`}
          />
        </p>
      )}
      {data?.jobs.map((job) => (
        <section key={job.id} aria-label={`${job.customer}: ${job.title}`}>
          <div className="flex items-baseline gap-3 pt-5 pb-1.5">
            <h2 className="text-[15px]">{job.customer}</h2>
            <span className="text-soft">{job.title}</span>
            <span className="ml-auto flex gap-4">
              {job.lots[0] && job.lots.length > 1 && (
                <Link to="/lots/$lotId/compare" params={{ lotId: job.lots[0].id }} className={ADD}>
                  Compare
                </Link>
              )}
              {may && (
                <>
                  <button type="button" onClick={() => setNewStudy(job)} className={ADD}>
                    Add a study
                  </button>
                  <button type="button" onClick={() => setNewLot(job)} className={ADD}>
                    Add a lot
                  </button>
                </>
              )}
            </span>
          </div>
          <div className="border-line border-b">
            {job.lots.map((lot) => (
              <LotRow key={lot.id} lot={lot} />
            ))}
          </div>
        </section>
      ))}
      {data?.total === 0 &&
        (text || waiting ? (
          <Empty title="Nothing like that">No lot has these words{waiting ? " and waits for something" : ""}.</Empty>
        ) : (
          <Empty title="No jobs yet">
            A job is what somebody asked for; it holds lots, and a lot holds pulls of specimens made alike. Take in the
            first one with <b>New job</b>, or start with the demo: stop, empty the database, and run{" "}
            <span className="num">bin/start</span> again.
          </Empty>
        ))}
      {data && data.pages > 1 && (
        <div className="flex items-center justify-center gap-4 py-5">
          <Button disabled={page <= 1} onClick={() => setPage(page - 1)}>
            Before
          </Button>
          <span className="num">
            {page} of {data.pages}
          </span>
          <Button disabled={page >= data.pages} onClick={() => setPage(page + 1)}>
            More
          </Button>
        </div>
      )}
      <NewJob open={newJob} onOpenChange={setNewJob} onCreated={setNewLot} />
      <NewStudy job={newStudy} onClose={() => setNewStudy(null)} />
      <NewLot job={newLot} onClose={() => setNewLot(null)} />
    </>
  );
}
