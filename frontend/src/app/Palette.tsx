import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Command } from "cmdk";
import { useState } from "react";
import { lotsQuery, searchQuery } from "@/api/queries";
import { useAllKeys } from "@/keys/keys";
import { FoundMore } from "./FoundMore";

type Props = { open: boolean; onOpenChange: (open: boolean) => void };
const ITEM =
  "cursor-pointer px-3 py-2 data-[selected=true]:bg-ink data-[selected=true]:text-sheet flex justify-between gap-3";

/** Finds anything that has a name, a number, a code or a remark, and every action. */
export function Palette({ open, onOpenChange }: Props) {
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpenChange}
      label="Find or do anything"
      shouldFilter={false}
      overlayClassName="fixed inset-0 z-40 bg-[rgb(0_0_0/0.45)]"
      contentClassName="fixed top-[12vh] left-1/2 z-50 w-[calc(100vw-24px)] max-w-[600px] -translate-x-1/2 border border-edge bg-sheet shadow-xl"
    >
      {open && <Inside onClose={() => onOpenChange(false)} />}
    </Command.Dialog>
  );
}

function Inside({ onClose }: { onClose: () => void }) {
  const [text, setText] = useState("");
  const navigate = useNavigate();
  const shortcuts = useAllKeys();
  const found = useQuery(searchQuery(text));
  const recent = useQuery({ ...lotsQuery("", 1, false), enabled: text === "" });
  const lots = text
    ? (found.data?.lots ?? [])
    : (recent.data?.jobs.flatMap((j) => j.lots.map((l) => ({ ...l, customer: j.customer }))).slice(0, 6) ?? []);
  const seen = new Map(shortcuts.map((k) => [k.label, k]));
  const actions = [...seen.values()].filter((k) => k.label.toLowerCase().includes(text.toLowerCase()));
  const go = (run: () => void) => () => {
    onClose();
    run();
  };
  return (
    <>
      <Command.Input
        value={text}
        onValueChange={setText}
        placeholder="A lot, a piece, a code, a paper, a person, words of a remark, or what to do"
        className="border-line w-full border-b bg-transparent px-3 py-3 text-[16px] outline-none"
      />
      <Command.List className="max-h-[50vh] overflow-auto pb-1">
        <Command.Empty className="text-soft px-3 py-4">Nothing is called that.</Command.Empty>
        {lots.length > 0 && (
          <Command.Group heading={<span className="cap block px-3 pt-2.5 pb-1">Lots</span>}>
            {lots.map((lot) => (
              <Command.Item
                key={lot.id}
                value={`lot ${lot.id}`}
                className={ITEM}
                onSelect={go(() => void navigate({ to: "/lots/$lotId/rate", params: { lotId: lot.id } }))}
              >
                <span>{lot.name}</span>
                <span className="opacity-70">{lot.customer}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {(found.data?.pieces.length ?? 0) > 0 && (
          <Command.Group heading={<span className="cap block px-3 pt-2.5 pb-1">Pieces</span>}>
            {found.data?.pieces.map((piece) => (
              <Command.Item
                key={`${piece.lot_id}-${piece.number}`}
                value={`piece ${piece.lot_id}-${piece.number}`}
                className={ITEM}
                onSelect={go(
                  () =>
                    void navigate({
                      to: "/lots/$lotId/prepare",
                      params: { lotId: piece.lot_id },
                      search: { specimen: piece.number },
                    }),
                )}
              >
                <span>
                  {piece.label || piece.number} <span className="opacity-70">{piece.lot}</span>
                </span>
                <span className="num opacity-70">
                  {piece.lot_id}-{piece.number}
                </span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {(found.data?.files.length ?? 0) > 0 && (
          <Command.Group heading={<span className="cap block px-3 pt-2.5 pb-1">Files</span>}>
            {found.data?.files.map((file) => (
              <Command.Item
                key={file.pull_id}
                value={`file ${file.pull_id}`}
                className={ITEM}
                onSelect={go(
                  () =>
                    void navigate({
                      to: "/lots/$lotId/judge",
                      params: { lotId: file.lot_id },
                      search: { pull: file.pull_id },
                    }),
                )}
              >
                <span>{file.name}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        <FoundMore found={found.data} navigate={(to) => go(() => void navigate({ to }))()} />
        <Named
          heading="Long tests"
          rows={found.data?.tests ?? []}
          onSelect={(id) => go(() => void navigate({ to: "/tests/$testId", params: { testId: id } }))()}
        />
        <Named
          heading="Watched"
          rows={found.data?.products ?? []}
          onSelect={(id) => go(() => void navigate({ to: "/watch", search: { product: id } }))()}
        />
        {actions.length > 0 && (
          <Command.Group heading={<span className="cap block px-3 pt-2.5 pb-1">Do</span>}>
            {actions.map((k) => (
              <Command.Item key={k.keys} value={`do ${k.label}`} className={ITEM} onSelect={go(k.run)}>
                <span>{k.label}</span>
                <span className="num text-[12px] opacity-70">{k.keys.replace("+", " ")}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </>
  );
}

type NamedProps = { heading: string; rows: { id: number; name: string }[]; onSelect: (id: number) => void };

/** What is found by its name alone. */
function Named({ heading, rows, onSelect }: NamedProps) {
  if (rows.length === 0) return null;
  return (
    <Command.Group heading={<span className="cap block px-3 pt-2.5 pb-1">{heading}</span>}>
      {rows.map((row) => (
        <Command.Item key={row.id} value={`${heading} ${row.id}`} className={ITEM} onSelect={() => onSelect(row.id)}>
          <span>{row.name}</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}
