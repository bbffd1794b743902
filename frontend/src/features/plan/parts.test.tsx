import { fireEvent, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { sections } from "@/test/plans";
import { BenchPanel } from "./BenchPanel";
import { Conditioning } from "./Conditioning";
import { DayPanel } from "./DayPanel";
import { HowManyPanel } from "./HowManyPanel";
import { showPart } from "@/test/showPart";
import { StockPanel } from "./StockPanel";
import { TrainPanel } from "./TrainPanel";

const type = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
async function pick(label: string, option: string | RegExp) {
  await userEvent.click(await screen.findByRole("combobox", { name: label }));
  await userEvent.click(await screen.findByRole("option", { name: option }));
}

describe("What is in line", () => {
  it("is a list that can be added to from the register and from what was pulled before", async () => {
    const { last } = showPart(<TrainPanel />);
    await userEvent.click(await screen.findByRole("button", { name: "Change what is in line" }));
    await pick("Add from the gear register", /Old eye/);
    expect(last()?.train?.at(-1)).toEqual({ name: "Old eye", kind: "eye", gear_id: 7 });
    await pick("or what was pulled before", /Rope of spring/);
    expect(last()?.train?.at(-1)).toEqual({ name: "Rope of spring", lot_id: 30 });
  });

  it("has one specimen, whose place can be moved and given to another", async () => {
    const { last } = showPart(<TrainPanel />);
    await userEvent.click(await screen.findByRole("button", { name: "Change what is in line" }));
    await userEvent.click(screen.getByRole("button", { name: "Move Joint up" }));
    expect(last()?.train?.map((link) => link.name)).toEqual(["Joint", "Bench eye"]);
    const boxes = screen.getAllByRole("checkbox", { name: "This is the specimen" });
    await userEvent.click(boxes[1] as HTMLElement);
    expect(last()?.train?.map((link) => link.specimen)).toEqual([false, true]);
    await userEvent.click(screen.getByRole("button", { name: "Take out Joint" }));
    expect(last()?.train?.map((link) => link.name)).toEqual(["Bench eye"]);
  });

  it("takes two legs with their angle, and what a knot leaves", async () => {
    const { last } = showPart(<TrainPanel />);
    await userEvent.click(await screen.findByRole("button", { name: "Change what is in line" }));
    const eye = screen.getAllByRole("listitem")[0] as HTMLElement;
    await userEvent.click(within(eye).getByRole("combobox", { name: "It runs" }));
    await userEvent.click(await screen.findByRole("option", { name: "two legs" }));
    fireEvent.change(within(eye).getByLabelText("Angle between"), { target: { value: "60" } });
    fireEvent.change(within(eye).getByLabelText("Knot leaves"), { target: { value: "55" } });
    expect(last()?.train?.[0]).toMatchObject({ legs: 2, included_degrees: 60, knot_percent: 55 });
  });

  it("says what ended in the train, and the smallest change", async () => {
    const train = {
      ...sections().train,
      ended: "2 pulls of this lot ended in the train",
      mend: "Jaw: one that holds 17 kN",
    };
    showPart(<TrainPanel />, { sections: sections({ train }) });
    expect(await screen.findByText(/2 pulls of this lot ended/)).toBeTruthy();
    expect(screen.getByText(/one that holds 17 kN/)).toBeTruthy();
  });

  it("cannot be changed by somebody who only looks", async () => {
    showPart(<TrainPanel />, {}, false);
    expect(await screen.findByText(/The specimen goes first/)).toBeTruthy();
    expect(screen.queryByRole("button", { name: "Change what is in line" })).toBeNull();
  });
});

describe("How many, which bench, the stock", () => {
  it("takes pulls, what is expected and what must be cleared, each with its unit", async () => {
    const { last } = showPart(<HowManyPanel />);
    await screen.findByLabelText("Pulls");
    type("Pulls", "10");
    type("Expected break", "14,5");
    type("Expected scatter", "8");
    expect(last()).toMatchObject({
      pulls: 10,
      expected: { mean: { text: "14,5", unit: "kN" }, scatter_percent: 8 },
    });
    expect(screen.getByText("What this one piece held, and no minimum.")).toBeTruthy();
  });

  it("chooses a bench, and lets it go again", async () => {
    const { last } = showPart(<BenchPanel />);
    const [two, one] = await screen.findAllByRole("radio");
    expect(two?.getAttribute("aria-checked")).toBe("true");
    expect(one?.textContent).toContain("no: pulls 10.0 kN");
    await userEvent.click(one as HTMLElement);
    expect(last()?.bench_id).toBe(1);
  });

  it("asks for pressure and volume only where something is under pressure", async () => {
    const { last } = showPart(<BenchPanel />);
    await screen.findAllByRole("radio");
    expect(screen.queryByLabelText("Volume, litres")).toBeNull();
    fireEvent.click(screen.getByLabelText("gas"));
    type("Volume, litres", "12");
    expect(last()?.energy).toEqual({ medium: "gas", volume_litres: 12 });
  });

  it("counts pieces and what the customer sends", async () => {
    const { last } = showPart(<StockPanel />);
    await screen.findByLabelText("Pieces there");
    type("Pieces there", "7");
    type("To spare", "2");
    type("Ends", "free ends of 400 mm");
    expect(last()).toMatchObject({ stock: { pieces: 7 }, send: { spare: 2, ends: "free ends of 400 mm" } });
  });
});

describe("The day", () => {
  it("takes hours, minutes and what is conditioned the evening before", async () => {
    const { last } = showPart(<DayPanel />);
    await screen.findByLabelText("Check, min");
    type("Check, min", "25");
    type("To", "15:30");
    await userEvent.click(screen.getByRole("button", { name: "Add a conditioning" }));
    fireEvent.click(screen.getByLabelText("the evening before"));
    expect(last()?.day).toMatchObject({
      check_minutes: 25,
      closes: "15:30",
      conditioning: [{ name: "Soak tank", hours: 12, capacity: 8, day_before: true }],
    });
  });

  it("takes a conditioning out", async () => {
    const day = { conditioning: [{ name: "Oven", hours: 2, capacity: 3 }] };
    const { last } = showPart(<Conditioning />, { content: { day } });
    await userEvent.click(await screen.findByRole("button", { name: "Take out" }));
    expect(last()?.day?.conditioning).toEqual([]);
  });
});
