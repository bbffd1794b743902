import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, describe, expect, it } from "vitest";
import { pull } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { PeakForm } from "./PeakForm";
import { ReadingsForm } from "./ReadingsForm";
import { choicesOf, noted } from "./readingLines";

const OPEN = "“12,500” may be 12.5 or 12500";
const ASKS = { status: 422, body: { error: { message: OPEN, fields: { text: OPEN, comma: OPEN } } } };
const typed = (text: string) =>
  screen.findByLabelText(/Readings on the way up/).then((area) => userEvent.type(area, text));
const choose = async (label: string, option: RegExp | string) => {
  await userEvent.click(screen.getByRole("combobox", { name: label }));
  await userEvent.click(await screen.findByRole("option", { name: option }));
};

beforeEach(() => localStorage.clear());

describe("typing readings", () => {
  it("asks what two numbers on a line are, and sends both", async () => {
    const sent = serve({ "POST /api/lots/7/readings": () => ({ status: 201, body: pull() }) });
    renderInLot(<ReadingsForm />);
    await typed("0 0\n5.0 1.2\n10.0 2.4");
    await userEvent.type(screen.getByLabelText("Broke before"), "12");
    expect(screen.getByText("2 numbers on a line: what are they?")).toBeInTheDocument();
    expect(screen.getByRole("button", { name: "Keep these readings" })).toBeDisabled();
    await choose("Each line holds", "reading, then dial");
    expect(screen.getByText("Say in which unit the dial was read.")).toBeInTheDocument();
    await choose("Dial in", "mm");
    await userEvent.click(screen.getByRole("button", { name: "Keep these readings" }));
    await waitFor(() =>
      expect(sent[0]?.body).toMatchObject({
        unit: "kN",
        broke_before: "12",
        displacement_unit: "mm",
        readings: [
          { force: "0", displacement: "0", seconds: null },
          { force: "5.0", displacement: "1.2", seconds: null },
          { force: "10.0", displacement: "2.4", seconds: null },
        ],
      }),
    );
  });
  it("takes three numbers a line as three readings, or as three columns", () => {
    const text = "1 2 3\n4 5 6";
    expect(noted(text, "", true)).toMatchObject({ count: 3, asked: true });
    expect(noted(text, "readings", true).readings.map((r) => r.force)).toEqual(["1", "2", "3", "4", "5", "6"]);
    expect(noted(text, "seconds force displacement", true).readings).toEqual([
      { seconds: "1", force: "2", displacement: "3" },
      { seconds: "4", force: "5", displacement: "6" },
    ]);
    expect(choicesOf(3)).toHaveLength(7);
    expect(choicesOf(4)).toHaveLength(1);
  });
  it("names the line that is no force, or has fewer numbers", async () => {
    serve();
    renderInLot(<ReadingsForm />);
    await typed("0\nabc\n10");
    expect(screen.getByText(/Line 2/)).toBeInTheDocument();
    expect(screen.getByRole("button", { name: "Keep these readings" })).toBeDisabled();
    expect(noted("1 2\n3\n4 5", "force seconds", false).fault).toBe("Line 2 has 1 number, and others have 2.");
  });
});

describe("a comma that may be either", () => {
  it("is asked about, and sent again with the answer", async () => {
    const sent = serve({
      "POST /api/lots/7/pulls": ({ body }) =>
        (body as { comma?: string }).comma ? { status: 201, body: pull() } : ASKS,
    });
    renderInLot(<PeakForm />);
    await userEvent.type(await screen.findByLabelText("The display shows"), "12,500");
    expect(screen.getByText(/12.5 or 12500 kN\?/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Keep this reading" }));
    await userEvent.click(await screen.findByRole("button", { name: "12500 kN" }));
    await waitFor(() => expect(sent.at(-1)?.body).toMatchObject({ text: "12,500", comma: "thousands" }));
  });
  it("is read by the language of the person, and of nobody else", async () => {
    localStorage.setItem("figures-of-1", "de");
    localStorage.setItem("figures-of-999", "en");
    const sent = serve({ "POST /api/lots/7/pulls": () => ({ status: 201, body: pull() }) });
    renderInLot(<PeakForm />);
    await userEvent.type(await screen.findByLabelText("The display shows"), "12,500");
    await userEvent.click(screen.getByRole("button", { name: "Keep this reading" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ text: "12,500", language: "de" }));
  });
});
