import type { Piece } from "@/api/client";
import { byLabel } from "@/lib/label";

/**
 * The piece that somebody means by a few keys: a scanned label, the beginning of a
 * name, a mark, initials, or the beginning of any word of a name; in this order.
 *
 * @example findPiece(pieces, "iv") // Ilo V.
 */
export function findPiece(pieces: Piece[], text: string): Piece | undefined {
  const want = text.trim().toLowerCase();
  const words = (p: Piece) => p.student.toLowerCase().split(/\s+/);
  const initials = (p: Piece) =>
    words(p)
      .map((w) => w[0])
      .join("");
  return (
    byLabel(pieces, text) ??
    pieces.find((p) => p.student.toLowerCase().startsWith(want)) ??
    pieces.find((p) => p.mark.toLowerCase() === want) ??
    pieces.find((p) => initials(p).startsWith(want)) ??
    pieces.find((p) => words(p).some((w) => w.startsWith(want)))
  );
}
