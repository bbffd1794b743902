import { send, SILENT } from "./client";

const JSON_HEADERS = { "Content-Type": "application/json" };

/** What a phone is told once: the secret behind the picture, in letters, too. */
export type Secret = { otp_secret: string; otp_raw_secret: string; qr: string };
type Told = { second_factor?: Partial<Secret> & { recovery_codes?: string[] } };

const post = (path: string, body: Record<string, string>) =>
  send<Told>(path, { headers: JSON_HEADERS, body: JSON.stringify(body) }, SILENT);

export const enterCode = (otp: string) => post("/api/sign-in/code", { otp });
export const enterRecoveryCode = (code: string) => post("/api/sign-in/recovery", { "recovery-code": code });
export const endSecondFactor = (password: string) => post("/api/second-factor/end", { password });

/** A fresh secret, of which nothing is kept until a code of it came back. */
export async function freshSecret(): Promise<Secret> {
  const { second_factor: told } = await post("/api/second-factor", {});
  return { otp_secret: told?.otp_secret ?? "", otp_raw_secret: told?.otp_raw_secret ?? "", qr: told?.qr ?? "" };
}

/** The recovery codes, shown this once. */
export async function setUp(secret: Secret, otp: string, password: string): Promise<string[]> {
  const { otp_secret, otp_raw_secret } = secret;
  const { second_factor: told } = await post("/api/second-factor", { otp_secret, otp_raw_secret, otp, password });
  return told?.recovery_codes ?? [];
}
