import { Tabs } from "radix-ui";
import { ErrorNote } from "@/ui/states";
import { Caution } from "@/ui/states";
import { BracketUse } from "./BracketUse";
import { EfficiencyUse } from "./EfficiencyUse";
import { Factors } from "./Factors";
import { GroupUse } from "./GroupUse";
import { SlingUse } from "./SlingUse";
import { useUse } from "./useUse";

const PARTS = [
  { key: "factors", name: "Factor" },
  { key: "sling", name: "Hung" },
  { key: "bracket", name: "Bracket" },
  { key: "group", name: "Group" },
  { key: "efficiency", name: "Sheave" },
];

/** What the limit becomes in use: by school, hung at angles, on brackets, in groups. It keeps nothing. */
export function UsePanel({ factor }: { factor: number | undefined }) {
  const { use, error, asked, ask } = useUse(factor);
  if (!use?.minimum) return null;
  return (
    <section className="sheet px-4 py-3" aria-label="In use">
      <h2>In use</h2>
      <Tabs.Root defaultValue="factors" className="mt-2">
        <Tabs.List className="border-edge rounded-key flex overflow-hidden border" aria-label="Ways of use">
          {PARTS.map((part) => (
            <Tabs.Trigger
              key={part.key}
              value={part.key}
              className="data-[state=active]:bg-ink data-[state=active]:text-sheet min-h-9 flex-1 px-1 data-[state=active]:font-semibold"
            >
              {part.name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {error && <ErrorNote message={error.message} />}
        <Tabs.Content value="factors" className="pt-2">
          <Factors use={use} />
        </Tabs.Content>
        <Tabs.Content value="sling" className="pt-2">
          <SlingUse use={use} asked={asked} ask={ask} />
        </Tabs.Content>
        <Tabs.Content value="bracket" className="pt-2">
          <BracketUse use={use} asked={asked} ask={ask} />
        </Tabs.Content>
        <Tabs.Content value="group" className="pt-2">
          <GroupUse use={use} asked={asked} ask={ask} />
        </Tabs.Content>
        <Tabs.Content value="efficiency" className="pt-2">
          <EfficiencyUse use={use} ask={ask} />
        </Tabs.Content>
      </Tabs.Root>
      <div className="mt-3">
        <Caution>{use.backup}</Caution>
      </div>
    </section>
  );
}
