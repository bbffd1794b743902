import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Choice } from "@/ui/Choice";
import { Field } from "@/ui/Field";
import { Sheet } from "@/ui/Sheet";
import { KeysProvider, useKeys, type Shortcut } from "./keys";

// Every key that any screen offers, as it stands in the sources; of those that are made, one of each kind.
const SOURCES = import.meta.glob<string>(["../**/*.tsx", "../**/*.ts", "!../**/*.test.*"], {
  query: "?raw",
  import: "default",
  eager: true,
});
const WRITTEN = Object.values(SOURCES).flatMap((text) => [...text.matchAll(/keys: "([^"]+)"/g)].map((m) => m[1] ?? ""));
const KEYS = [...new Set([...WRITTEN, "b", "l", "f", "m", "1", "9"])];
const LETTERS = KEYS.filter((keys) => keys.split(" ").every((key) => key.length === 1));
const OPTIONS = KEYS.filter((k) => k.length === 1).map((k) => ({ value: `${k}-entry`, label: `${k} entry` }));

function Page({ shortcuts, children }: { shortcuts: Shortcut[]; children: ReactNode }) {
  useKeys(shortcuts);
  return <main>{children}</main>;
}

const show = (part: ReactNode) => {
  const shortcuts = LETTERS.map((keys) => ({ keys, label: keys, run: vi.fn() }));
  render(
    <KeysProvider>
      <Page shortcuts={shortcuts}>{part}</Page>
    </KeysProvider>,
  );
  return () => shortcuts.filter(({ run }) => run.mock.calls.length > 0).map(({ keys }) => keys);
};
const pressAll = async () => {
  for (const keys of LETTERS) await userEvent.keyboard(keys.replaceAll(" ", ""));
};
const chosen = vi.fn();
const list = () => (
  <Choice label="How" value="" options={[{ value: "", label: "torn" }, ...OPTIONS]} onChange={chosen} />
);

beforeEach(() => localStorage.clear());

describe("no key of any screen acts", () => {
  it("has all of them", () => {
    expect(WRITTEN.length).toBeGreaterThan(30);
    expect(LETTERS).toEqual(expect.arrayContaining(["n", "j", "k", "g t", "?", "/", "x"]));
  });
  it("while a list has the focus, and the list keeps what was chosen", async () => {
    const acted = show(list());
    screen.getByRole("combobox", { name: "How" }).focus();
    await pressAll();
    expect(acted()).toEqual([]);
    expect(screen.getByRole("combobox", { name: "How" })).toHaveTextContent("torn");
    expect(chosen).not.toHaveBeenCalled();
  });
  it("while a list is open", async () => {
    const acted = show(list());
    await userEvent.click(screen.getByRole("combobox", { name: "How" }));
    expect(await screen.findByRole("listbox")).toBeInTheDocument();
    await pressAll();
    expect(acted()).toEqual([]);
  });
  it("while a menu is open", async () => {
    const acted = show(
      <DropdownMenu.Root>
        <DropdownMenu.Trigger>More</DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content>
            <DropdownMenu.Item>Void</DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>,
    );
    await userEvent.click(screen.getByRole("button", { name: "More" }));
    expect(await screen.findByRole("menu")).toBeInTheDocument();
    await pressAll();
    expect(acted()).toEqual([]);
  });
  it("while a field has the focus", async () => {
    const acted = show(
      <>
        <Field label="Reason" />
        <textarea aria-label="Remark" />
      </>,
    );
    for (const field of screen.getAllByRole("textbox")) {
      field.focus();
      await pressAll();
    }
    expect(acted()).toEqual([]);
  });
  it("while a sheet lies over the page", async () => {
    const acted = show(
      <Sheet open onOpenChange={vi.fn()} title="What you sign">
        <button type="button">Not yet</button>
      </Sheet>,
    );
    await pressAll();
    expect(acted()).toEqual([]);
  });
  it("but on the page itself each of them does", async () => {
    const acted = show(<p>The page</p>);
    await pressAll();
    expect(acted().toSorted()).toEqual(expect.arrayContaining(LETTERS.filter((keys) => keys.length === 1).toSorted()));
  });
});
