import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { todayQuery } from "@/api/queries";
import { useRowKeys } from "@/keys/useRowKeys";
import { Segments } from "@/ui/Segments";
import { Empty, ErrorNote, Waiting } from "@/ui/states";
import { BackupLine } from "./BackupLine";
import { Board, boardLine } from "./Board";
import { DoneLast } from "./DoneLast";
import { ItemList } from "./ItemList";
import { before, of, people, toPull, waits } from "./items";
import { ReadNow } from "./ReadNow";
import { readToday } from "./readToday";
import { VerifiedLine } from "./VerifiedLine";

const MOST_PEOPLE = 4;

/** The page a shop opens in the morning: what is planned, due, interrupted, waiting; each one key from where it is mended. */
export function TodayPage() {
  const { data, error, refetch } = useQuery(todayQuery);
  const [person, setPerson] = useState("");
  useRowKeys();
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="what waits" />;
  const first = before(data);
  const second = waits(data);
  const third = toPull(data);
  const read = readToday(data);
  const names = people([...first, ...second, ...third, ...read]).slice(0, MOST_PEOPLE);
  const nothing = first.length + second.length + third.length + read.length === 0;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 pb-3.5">
        <h1>{new Date().toLocaleDateString("en-GB", { weekday: "long", day: "numeric", month: "long" })}</h1>
        <span className="text-soft">{boardLine(data.board)}</span>
        {names.length > 1 && (
          <span className="ml-auto">
            <Segments
              label="Whose"
              value={person}
              options={[
                { value: "", label: "Everybody" },
                ...names.map((name) => ({ value: name, label: name.split(" ")[0] ?? name })),
              ]}
              onChange={setPerson}
            />
          </span>
        )}
      </div>
      <Board items={data.board} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-5 gap-y-4 min-[1100px]:grid-cols-[minmax(0,1fr)_322px]">
        <section aria-label="What waits" className="grid content-start gap-4">
          <ItemList title="Before anything is pulled" items={of(first, person)} />
          <ItemList title="Waits for somebody" items={of(second, person)} />
          <ItemList title="To pull" items={of(third, person)} />
          {nothing && (
            <Empty title="Nothing waits">
              Lots that need a pull, a judgement or a signature stand here.{" "}
              <Link to="/lots" className="text-ink font-semibold underline">
                Take in a job
              </Link>
            </Empty>
          )}
        </section>
        <div className="grid content-start gap-4">
          <ReadNow rows={of(read, person)} />
          <section aria-label="Done last" className="sheet px-4 py-3">
            <h2>Done last</h2>
            <DoneLast rows={person ? data.latest.filter((row) => row.person === person) : data.latest} />
            <BackupLine backup={data.backup} />
            <VerifiedLine told={data.verification} />
          </section>
        </div>
      </div>
    </>
  );
}
