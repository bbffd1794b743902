import { Switch } from "radix-ui";
import { useAllKeys } from "@/keys/keys";
import { useSingleKeys } from "@/keys/where";
import { Kbd } from "@/ui/Kbd";
import { Sheet } from "@/ui/Sheet";

export function KeysHelp({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Keys"
      description="What works on this screen. Every one of them is a button, too."
    >
      {open && (
        <>
          <List />
          <SingleKeys />
        </>
      )}
    </Sheet>
  );
}

function List() {
  const all = useAllKeys();
  const seen = new Map(all.map((k) => [k.keys, k.label]));
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

function SingleKeys() {
  const { on, set } = useSingleKeys();
  return (
    <div className="border-line mt-4 flex items-center gap-3 border-t pt-3">
      <Switch.Root
        aria-labelledby="single-keys"
        checked={on}
        onCheckedChange={set}
        className="border-ink data-[state=checked]:bg-ink relative h-6 w-11 shrink-0 rounded-full border"
      >
        <Switch.Thumb className="border-ink bg-sheet block h-4 w-4 translate-x-1 rounded-full border transition-transform data-[state=checked]:translate-x-[22px]" />
      </Switch.Root>
      <span id="single-keys">Single letters act on the page. Off, only keys with Ctrl and Escape do.</span>
    </div>
  );
}
