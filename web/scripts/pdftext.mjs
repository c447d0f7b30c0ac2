// Prints the text of a PDF, a line a page: node scripts/pdftext.mjs file.pdf
import { readFileSync } from "node:fs";
import { getDocument, VerbosityLevel } from "pdfjs-dist/legacy/build/pdf.mjs";

const data = new Uint8Array(readFileSync(process.argv[2]));
const pdf = await getDocument({ data, verbosity: VerbosityLevel.ERRORS }).promise;
for (let n = 1; n <= pdf.numPages; n++) {
  const { items } = await (await pdf.getPage(n)).getTextContent();
  console.log(
    items
      .map((i) => i.str)
      .join(" ")
      .replace(/\s+/g, " "),
  );
}
