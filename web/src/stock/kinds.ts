/** The kinds of glaze, the everyday ones first. */
export const kinds = [
  "solid",
  "breaking",
  "chips",
  "matte",
  "clear",
  "underglaze",
  "dipping",
  "detail",
] as const;
