/** Names without what all of them begin with, cut at a comma: "seven tucks, plain" instead of "Lanyard splice, seven tucks, plain". */
export function shortNames(names: string[]): string[] {
  const [first = ""] = names;
  if (names.length < 2) return names;
  let cut = 0;
  for (let at = first.indexOf(", "); at >= 0; at = first.indexOf(", ", at + 2)) {
    const prefix = first.slice(0, at + 2);
    if (!names.every((name) => name.startsWith(prefix) && name.length > prefix.length)) break;
    cut = prefix.length;
  }
  return names.map((name) => name.slice(cut));
}
