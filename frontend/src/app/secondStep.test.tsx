import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import { session } from "@/test/data";
import { renderInLot, serve } from "@/test/render";
import { SignInPage } from "./SignInPage";

const outside = (needed: string) => ({ ...session, person: null, second_factor: { needed, asked_of: ["reviewer"] } });
const SECRET = { otp_secret: "ABCDEFGH", otp_raw_secret: "raw", qr: "<svg></svg>" };

describe("behind the password", () => {
  it("the code of the phone is asked, or a recovery code", async () => {
    const sent = serve({
      "POST /api/sign-in/code": () => ({ status: 422, body: { error: { message: "The code is not right" } } }),
      "POST /api/sign-in/recovery": () => ({ body: { signed_in: true } }),
    });
    renderInLot(<SignInPage session={outside("code")} />);
    expect(await screen.findByLabelText("Six digits")).toHaveFocus();
    await userEvent.type(screen.getByLabelText("Six digits"), "123456{Enter}");
    expect(await screen.findByText("The code is not right")).toBeInTheDocument();
    await userEvent.click(screen.getByRole("button", { name: /use a recovery code/ }));
    await userEvent.type(screen.getByLabelText(/that you wrote down/), "ABCD-EFGH{Enter}");
    await waitFor(() => expect(sent.map((one) => one.path)).toContain("/api/sign-in/recovery"));
    expect(screen.queryByText("People of the demo")).not.toBeInTheDocument();
  });
  it("one is set up where the role is asked, and its recovery codes are shown once", async () => {
    serve({
      "POST /api/second-factor": (one) => ({
        body: { second_factor: String(one.body).includes("123456") ? { recovery_codes: ["AAAA-BBBB"] } : SECRET },
      }),
    });
    renderInLot(<SignInPage session={outside("set_up")} />);
    expect(await screen.findByText("ABCD EFGH")).toBeInTheDocument();
    expect(screen.getByRole("img")).toHaveAttribute("src", expect.stringContaining("svg"));
    const go = screen.getByRole("button", { name: "Set it up" });
    expect(go).toBeDisabled();
    await userEvent.type(screen.getByLabelText("The six digits that it shows now"), "123456");
    await userEvent.type(screen.getByLabelText("Your password, once more"), "a long password");
    await userEvent.click(go);
    expect(await screen.findByText("AAAA-BBBB")).toBeInTheDocument();
  });
});
