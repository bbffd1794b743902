import { useState } from "react";
import { answer, api } from "@/api/client";
import { useMay } from "@/api/session";
import { stated } from "@/format/figure";
import { when } from "@/format/words";
import { CertificateSheet } from "./CertificateSheet";
import { OverloadSheet } from "./OverloadSheet";
import { ReasonSheet } from "@/ui/ReasonSheet";
import { useInstrumentChange, type Instrument } from "./useInstrument";

type Taken = { kind: "certificate" | "overload"; id: number };

/** Certificates of the cell, and what was too much for it. */
export function Papers({ cell, unit }: { cell: Instrument; unit: string }) {
  const [open, setOpen] = useState<"certificate" | "overload" | null>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const may = useMay("addCertificate");
  const withdraw = useInstrumentChange(
    ({ kind, id, reason }: Taken & { reason: string }) => {
      const request = { params: { path: { id } }, body: { reason } };
      return answer(
        kind === "certificate"
          ? api.POST("/api/certificates/{id}/withdrawal", request)
          : api.POST("/api/overloads/{id}/withdrawal", request),
      );
    },
    () => setTaken(null),
  );
  return (
    <section className="sheet px-4 py-3" aria-label="Certificates and overloads">
      <Head title="Certificates" add={may ? () => setOpen("certificate") : undefined} />
      {cell.certificates.length === 0 && <p className="text-soft mt-1">None: nobody vouches for it from outside.</p>}
      {cell.certificates.map((row) => (
        <div key={row.id} className="border-line mt-1 flex items-baseline gap-2 border-t pt-1 text-[13px]">
          <span>
            <b className="font-semibold">{row.number}</b> {row.issued_by} · ±{" "}
            {row.expanded_percent === null
              ? row.expanded
                ? stated(row.expanded, unit)
                : ""
              : `${row.expanded_percent} %`}
            , k {row.coverage_factor}
            <span className={row.in_force ? "text-soft" : "text-signal font-semibold"}>
              {" "}
              · {row.issued_on}
              {row.expires_on && ` to ${row.expires_on}`}
              {!row.in_force && ", ran out"}
            </span>
          </span>
          {may && <Take onClick={() => setTaken({ kind: "certificate", id: row.id })} />}
        </div>
      ))}
      <div className="h-3" />
      <Head title="Overloads" add={may ? () => setOpen("overload") : undefined} />
      {cell.overloads.length === 0 && <p className="text-soft mt-1">None known.</p>}
      {cell.overloads.map((row) => (
        <div key={row.id} className="border-line mt-1 flex items-baseline gap-2 border-t pt-1 text-[13px]">
          <span>
            <b className="num font-semibold">{stated(row.value, unit)}</b> {when(row.at)}
            <span className="text-soft"> {row.note}</span>
          </span>
          {may && <Take onClick={() => setTaken({ kind: "overload", id: row.id })} />}
        </div>
      ))}
      {open === "certificate" && <CertificateSheet cell={cell} onClose={() => setOpen(null)} />}
      {open === "overload" && <OverloadSheet cell={cell} unit={unit} onClose={() => setOpen(null)} />}
      {taken && (
        <ReasonSheet
          title={taken.kind === "certificate" ? "Withdraw this certificate" : "It was no overload"}
          description="It stays in the journal and no longer counts."
          send={(reason) => withdraw.mutate({ ...taken, reason })}
          pending={withdraw.isPending}
          error={withdraw.error}
          onClose={() => setTaken(null)}
        />
      )}
    </section>
  );
}

const Head = ({ title, add }: { title: string; add?: () => void }) => (
  <div className="flex items-baseline justify-between gap-3">
    <h2>{title}</h2>
    {add && (
      <button type="button" className="font-semibold underline" onClick={add} aria-label={`Add to ${title}`}>
        Add
      </button>
    )}
  </div>
);

const Take = ({ onClick }: { onClick: () => void }) => (
  <button type="button" className="text-soft ml-auto underline" onClick={onClick}>
    Withdraw
  </button>
);
