export const DIRECTIONS = [
  "tension",
  "compression",
  "shear",
  "torsion",
  "bending",
  "peel",
  "pressure",
  "combined",
] as const;
export const SETUPS = ["code", "in-house", "improvised"] as const;
export const KINDS = ["minimum", "average", "typical", "unknown"] as const;
