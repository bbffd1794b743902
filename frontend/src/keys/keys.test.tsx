import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { Choice } from "@/ui/Choice";
import { Segments } from "@/ui/Segments";
import { Sheet } from "@/ui/Sheet";
import { KeysProvider, useAllKeys, useKeys, type Shortcut } from "./keys";
import { useSingleKeys } from "./where";

function Part({ shortcuts }: { shortcuts: Shortcut[] }) {
  useKeys(shortcuts);
  return <input aria-label="Some text" />;
}
const key = (keys: string) => ({ keys, label: keys, run: vi.fn() });
const show = (shortcuts: Shortcut[], more: React.ReactNode = null) =>
  render(
    <KeysProvider>
      <Part shortcuts={shortcuts} />
      {more}
    </KeysProvider>,
  );

beforeEach(() => localStorage.clear());

describe("keys", () => {
  it("run what they offer, alone and one after the other", async () => {
    const [one, two] = [key("u"), key("g r")];
    show([one, two]);
    await userEvent.keyboard("u");
    await userEvent.keyboard("gr");
    expect(one.run).toHaveBeenCalledTimes(1);
    expect(two.run).toHaveBeenCalledTimes(1);
  });
  it("leave typing alone", async () => {
    const one = key("u");
    show([one]);
    await userEvent.type(screen.getByLabelText("Some text"), "under");
    expect(one.run).not.toHaveBeenCalled();
  });
  it("are taken back with the part that offered them", async () => {
    const one = key("u");
    const Count = () => <p>{useAllKeys().length} keys</p>;
    const { rerender } = show([one]);
    rerender(
      <KeysProvider>
        <Count />
      </KeysProvider>,
    );
    await userEvent.keyboard("u");
    expect(one.run).not.toHaveBeenCalled();
  });
  it("do nothing while a list of choices is open", async () => {
    const one = key("b");
    const options = ["bent", "broken"].map((value) => ({ value, label: value }));
    show([one], <Choice label="How" value="bent" options={options} onChange={() => undefined} />);
    await userEvent.click(screen.getByRole("combobox", { name: "How" }));
    expect(await screen.findByRole("listbox")).toBeInTheDocument();
    await userEvent.keyboard("b");
    expect(one.run).not.toHaveBeenCalled();
  });
  it("do nothing under a dialog, with or without Ctrl", async () => {
    const [letter, ctrl] = [key("b"), key("Ctrl+Enter")];
    const sheet = (
      <Sheet open onOpenChange={() => undefined} title="What you sign">
        <button type="button">Not yet</button>
      </Sheet>
    );
    show([letter, ctrl], sheet);
    await userEvent.keyboard("b{Control>}{Enter}{/Control}");
    expect(letter.run).not.toHaveBeenCalled();
    expect(ctrl.run).not.toHaveBeenCalled();
  });
  it("leave Enter to the button that has the focus, and take it elsewhere", async () => {
    const enter = key("Enter");
    const press = vi.fn();
    show(
      [enter],
      <button type="button" onClick={press}>
        Break
      </button>,
    );
    screen.getByRole("button", { name: "Break" }).focus();
    await userEvent.keyboard("{Enter}");
    expect(press).toHaveBeenCalledTimes(1);
    expect(enter.run).not.toHaveBeenCalled();
    screen.getByRole("button", { name: "Break" }).blur();
    await userEvent.keyboard("{Enter}");
    expect(enter.run).toHaveBeenCalledTimes(1);
  });
  it("can be told to leave single letters out", async () => {
    const [letter, ctrl] = [key("b"), key("Ctrl+s")];
    function Off() {
      const { set } = useSingleKeys();
      return (
        <button type="button" onClick={() => set(false)}>
          Off
        </button>
      );
    }
    show([letter, ctrl], <Off />);
    await userEvent.click(screen.getByRole("button", { name: "Off" }));
    await userEvent.keyboard("b{Control>}s{/Control}");
    expect(letter.run).not.toHaveBeenCalled();
    expect(ctrl.run).toHaveBeenCalledTimes(1);
  });
});

describe("a group of choices", () => {
  it("is gone through by arrows, one of it in the order of tabs", async () => {
    const change = vi.fn();
    const options = ["kN", "N", "lbf"].map((value) => ({ value, label: value }));
    render(<Segments label="Unit" value="kN" options={options} onChange={change} />);
    await userEvent.tab();
    expect(screen.getByRole("radio", { name: "kN" })).toHaveFocus();
    await userEvent.keyboard("{ArrowRight}");
    expect(screen.getByRole("radio", { name: "N" })).toHaveFocus();
  });
});
