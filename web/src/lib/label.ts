import type { Piece } from "@/api/client";

/** The piece whose label was scanned into a text: "/" and its id, or an address that ends with it. */
export function byLabel(pieces: Piece[], text: string): Piece | undefined {
  const id = text.trim().split("/").at(-1)?.toLowerCase();
  return id ? pieces.find((p) => p.id.toLowerCase() === id) : undefined;
}
