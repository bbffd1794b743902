import { Sheet } from "@/ui/Sheet";
import { Kbd } from "@/ui/Kbd";
import { useAllKeys } from "./keys";

export function KeysHelp({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Keys"
      description="What works on this screen. Every one of them is a button, too."
    >
      {open && <List />}
    </Sheet>
  );
}

function List() {
  const keys = useAllKeys();
  const seen = new Map(keys.map((k) => [k.keys, k.label]));
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5 sm:grid-cols-[auto_1fr_auto_1fr]">
      {[...seen].map(([key, label]) => (
        <div key={key} className="contents">
          <dt>
            <Kbd>{key.replace("+", " ")}</Kbd>
          </dt>
          <dd>{label}</dd>
        </div>
      ))}
    </dl>
  );
}
