import type { Item } from "./useDrop";

/** What was found in a file and is not to be taken as it is. */
export const looksOf = (preview: Item["preview"]) => (preview?.doubts ?? []).filter((d) => d.confidence === "look");

/** Files that ask something or want a look before the others, each in the order they came. */
export function wantedFirst(items: Item[]): Item[] {
  const wanted = (item: Item) =>
    item.state !== "saved" && (item.state === "asks" || item.state === "refused" || looksOf(item.preview).length > 0);
  return [...items.filter(wanted), ...items.filter((item) => !wanted(item))];
}
