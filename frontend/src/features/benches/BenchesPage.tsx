import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "@/api/client";
import { registerQuery } from "@/api/queries";
import { useMay } from "@/api/session";
import { stated, type Figure } from "@/format/figure";
import { useSettings } from "@/lot/settings";
import { ErrorNote, Waiting } from "@/ui/states";
import { NearMisses } from "./NearMisses";
import { RegisterSheet } from "./RegisterSheet";
import { RegisterTable, type Column } from "./RegisterTable";
import { BENCH, GEAR, INSTRUMENT } from "./registerForm";
import { useRegisterChange, type Table } from "./useRegister";

type Open = { table: Table; row: (Record<string, unknown> & { id: number; version: number }) | null };
const SPECS = { benches: BENCH, instruments: INSTRUMENT, gear: GEAR };
const TITLES = { benches: "A bench", instruments: "A load cell or dynamometer", gear: "Gear in line" };

/** The machines, what they measure with, and what stands in line with a specimen. */
export function BenchesPage() {
  const { data, error, refetch } = useQuery(registerQuery);
  const unit = useSettings().unitOf("force") ?? "kN";
  const [open, setOpen] = useState<Open | null>(null);
  const may = useMay("addBench");
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the register" />;
  const figure = (value: Figure | null) => (value ? stated(value, unit) : "not entered");
  const length = (value: Figure | null) => (value ? stated(value, value.value_si < 1 ? "mm" : "m") : "–");
  const add = (table: Table) => (may ? () => setOpen({ table, row: null }) : undefined);
  const change = (table: Table) => (may ? (row: Open["row"]) => setOpen({ table, row }) : undefined);
  const benches: Column<Schemas["Bench"]>[] = [
    ["Bench", (row) => <b className="font-semibold">{row.name}</b>],
    ["Kind", (row) => row.kind],
    ["Pulls", (row) => figure(row.pull)],
    ["Guard", (row) => [figure(row.guard), row.guard_joules && `${row.guard_joules} J`].filter(Boolean).join(", ")],
    ["Stroke", (row) => length(row.stroke)],
    ["Bed", (row) => length(row.bed)],
  ];
  const cells: Column<Schemas["Instrument"]>[] = [
    [
      "Cell",
      (row) => (
        <Link to="/benches/cells/$cellId" params={{ cellId: row.id }} className="font-semibold underline">
          {row.name}
        </Link>
      ),
    ],
    ["Capacity", (row) => figure(row.capacity)],
    ["Verified", (row) => (row.usable_low ? `${figure(row.usable_low)} to ${figure(row.usable_high)}` : "never")],
    ["Check due", (row) => <Standing row={row} />],
    ["Bench", (row) => data.benches.find((bench) => bench.id === row.bench_id)?.name ?? "–"],
  ];
  const gear: Column<Schemas["Gear"]>[] = [
    ["Gear", (row) => <b className="font-semibold">{row.name}</b>],
    ["Kind", (row) => row.kind],
    ["Strength", (row) => (row.strength ? figure(row.strength) : <span className="text-signal">unknown</span>)],
    ["Pulls", (row) => row.pulls],
    ["Highest load", (row) => (row.highest ? figure(row.highest) : "–")],
    ["Inspection", (row) => <Due on={row.inspection_due_on} lapsed={row.lapsed} />],
  ];
  return (
    <>
      <h1>Benches</h1>
      <p className="text-soft pt-1">
        What pulls, what measures and what stands in line. Plans choose from here; what is not entered is told as
        unknown, and never assumed.
      </p>
      <RegisterTable
        title="Benches"
        table="benches"
        rows={data.benches}
        columns={benches}
        onAdd={add("benches")}
        onChange={change("benches")}
      />
      <RegisterTable
        title="Cells and dynamometers"
        table="instruments"
        rows={data.instruments}
        columns={cells}
        onAdd={add("instruments")}
        onChange={change("instruments")}
      />
      <RegisterTable
        title="Gear in line"
        table="gear"
        rows={data.gear}
        columns={gear}
        onAdd={add("gear")}
        onChange={change("gear")}
      />
      <NearMisses register={data} />
      {open && <Editing open={open} register={data} onClose={() => setOpen(null)} />}
    </>
  );
}

const STANDING: Record<string, string> = { failed: "failed", overloaded: "overloaded" };
const Standing = ({ row }: { row: Schemas["Instrument"] }) =>
  STANDING[row.checked_state] ? (
    <b className="text-signal font-semibold">{STANDING[row.checked_state]}</b>
  ) : (
    <Due on={row.due} lapsed={row.lapsed} />
  );

const Due = ({ on, lapsed }: { on: string | null; lapsed: boolean }) =>
  on ? (
    <span className={lapsed ? "text-signal font-semibold" : ""}>{lapsed ? `${on}, lapsed` : on}</span>
  ) : (
    <>not set</>
  );

const optionsOf = (rows: { id: number; name: string }[]) =>
  rows.map((row) => ({ value: String(row.id), label: row.name }));

const PATHS = { benches: "/api/benches", instruments: "/api/instruments", gear: "/api/gear" } as const;

function Editing({ open, register, onClose }: { open: Open; register: Schemas["Register"]; onClose: () => void }) {
  const { table, row } = open;
  const keep = useRegisterChange((body: Record<string, unknown>) => {
    const path = PATHS[table];
    if (!row) return answer(api.POST(path, { body: body as never }));
    const change = { ...body, version: row.version };
    return answer(api.PATCH(`${path}/{id}`, { params: { path: { id: row.id } }, body: change as never }));
  }, onClose);
  return (
    <RegisterSheet
      title={TITLES[table]}
      specs={SPECS[table]}
      row={row}
      others={{
        bench_id: optionsOf(register.benches),
        counting_instrument_id: optionsOf(register.instruments.filter((cell) => cell.bench_id === row?.id)),
      }}
      send={(body) => keep.mutate(body)}
      pending={keep.isPending}
      error={keep.error}
      onClose={onClose}
    />
  );
}
