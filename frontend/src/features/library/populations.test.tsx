import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { catalogue } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { Populations } from "./Populations";

describe("populations", () => {
  it("say how strengths scatter and why, and take a row of one's own with its reason", async () => {
    const sent = serve({ "POST /api/populations": () => ({ status: 201, body: catalogue }) });
    renderInLot(<Populations rows={catalogue.populations} types={catalogue.item_types} />);
    expect(await screen.findByText("many strands")).toBeInTheDocument();
    expect(screen.getByText("Sewn webbing loop")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: "Add a population" }));
    await userEvent.click(screen.getByRole("button", { name: "Add it" }));
    expect(await screen.findAllByText("is needed")).not.toHaveLength(0);
    await userEvent.click(screen.getByRole("combobox", { name: "Item" }));
    await userEvent.click(await screen.findByRole("option", { name: "Sewn webbing loop" }));
    await userEvent.type(screen.getByLabelText(/^Why/), "threads break one by one");
    await userEvent.click(screen.getByRole("button", { name: "Add it" }));
    await waitFor(() =>
      expect(sent[0]?.body).toEqual({ item_type: "sewn_loop", shape: "unknown", reason: "threads break one by one" }),
    );
  });
});
