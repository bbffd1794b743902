import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { Files } from "@/files/Files";
import { piece, preparation } from "@/test/chain";
import { renderInLot, serve } from "@/test/render";
import { PieceTable } from "./PieceTable";
import { SizeEntry } from "./SizeEntry";
import { StepGroups } from "./StepGroups";
import { groupsOf } from "./usePrepare";

const DIMENSIONS = "POST /api/lots/7/dimensions";

describe("sizes of a piece", () => {
  const entry = (onNext: () => void = () => undefined) =>
    renderInLot(<SizeEntry piece={piece(2)} data={preparation()} stage="received" may onNext={onNext} />);
  it("sends each reading as typed, and stays for the next one of the same", async () => {
    const sent = serve({ [DIMENSIONS]: () => ({ status: 201, body: preparation() }) });
    entry();
    const width = await screen.findByLabelText("tenon width, mm");
    await userEvent.type(width, "60,02{Enter}");
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({
        specimen_id: 102,
        name: "tenon width",
        texts: ["60,02"],
        unit: "mm",
        stage: "received",
      }),
    );
    expect(width).toHaveValue("");
    expect(width).toHaveFocus();
    expect(sent[0]?.once).toBeTruthy();
  });
  it("goes on by Enter on an empty field, and after the last to the next piece", async () => {
    serve();
    let next = 0;
    entry(() => void (next += 1));
    (await screen.findByLabelText("tenon width, mm")).focus();
    await userEvent.keyboard("{Enter}");
    expect(screen.getByLabelText("peg, mm")).toHaveFocus();
    await userEvent.keyboard("{Enter}");
    expect(next).toBe(1);
  });
  it("takes what the caliper types into the field in use, near what the drawing says", async () => {
    const sent = serve({ [DIMENSIONS]: () => ({ status: 201, body: preparation() }) });
    entry();
    (await screen.findByLabelText("peg, mm")).focus();
    await userEvent.click(screen.getByRole("button", { name: "Press the caliper" }));
    await waitFor(() => expect(sent).toHaveLength(1));
    const { name, texts } = sent[0]?.body as { name: string; texts: string[] };
    expect(name).toBe("peg");
    expect(Math.abs(Number(texts[0]) - 22)).toBeLessThan(0.1);
  });
  it("says which is out of tolerance, with a mark and not by colour alone", async () => {
    serve();
    const size = {
      name: "peg",
      unit: "mm",
      mean: "22.41",
      smallest: "22.41",
      count: 1,
      outside: true,
      stage: "received" as const,
      shrinkage_percent: null,
      readings: [],
    };
    const data = preparation({ pieces: [piece(1, { sizes: [size] })] });
    renderInLot(<PieceTable data={data} chosen={[]} onChoose={() => undefined} onPick={() => undefined} />);
    expect(await screen.findByLabelText("out of tolerance")).toBeInTheDocument();
  });
});

describe("steps of the chosen pieces", () => {
  it("are told once each, in order, with how many did them", () => {
    const groups = groupsOf(preparation().pieces);
    expect(groups.map((group) => [group.name, group.steps.length])).toEqual([["Soak tank", 3]]);
  });
  it("begin for those that have not, all at once", async () => {
    const sent = serve({ "PATCH /api/lots/7/preparations": () => ({ body: preparation() }) });
    renderInLot(<StepGroups pieces={preparation().pieces} may />);
    const group = await screen.findByRole("region", { name: "Steps of the chosen pieces" });
    expect(within(group).getByText(/1 of 3 done/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Begins now" }));
    await waitFor(() => expect(sent[0]?.body).toMatchObject({ ids: [20, 30] }));
    await userEvent.click(screen.getByRole("button", { name: "Done for the other 2" }));
    await waitFor(() => expect(sent[1]?.body).toEqual({ ids: [20, 30], done: true }));
  });
  it("cannot be changed by somebody who only looks", async () => {
    serve();
    renderInLot(<StepGroups pieces={preparation().pieces} may={false} />);
    await screen.findByText(/1 of 3 done/);
    expect(screen.queryByRole("button")).not.toBeInTheDocument();
  });
});

describe("photos and files", () => {
  const photo = {
    id: 5,
    attachment_id: 9,
    original: true,
    name: "peg.jpg",
    media_type: "image/jpeg",
    bytes: 20,
    picture: true,
    width: 800,
    height: 600,
    note: "",
    person: "Wren Ashdown",
    created_at: "2026-11-26T08:00:00Z",
    sha256: "c".repeat(64),
  };
  it("are seen small and opened large, with what they are", async () => {
    serve();
    renderInLot(<Files files={[photo]} target={{ specimen_id: 102 }} title="Photos" />);
    await userEvent.click(await screen.findByAltText("peg.jpg"));
    expect(await screen.findByText(/800 × 600, Wren Ashdown/)).toBeInTheDocument();
  });
  it("are sent with what they belong to, and a refusal is told", async () => {
    const error = { kind: "invalid", message: "The file is no whole picture", fields: {} };
    const sent = serve({ "POST /api/attachments": () => ({ status: 422, body: { error } }) });
    renderInLot(<Files files={[]} target={{ specimen_id: 102 }} title="Photos" />);
    const input = await screen.findByLabelText("Add");
    await userEvent.upload(input, new File(["x"], "peg.jpg", { type: "image/jpeg" }));
    expect(await screen.findByText(/no whole picture/)).toBeInTheDocument();
    expect((sent[0]?.body as FormData).get("target")).toBe(JSON.stringify({ specimen_id: 102 }));
  });
});
