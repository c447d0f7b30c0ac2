// Writes reference answers of culori, a general-purpose colour library, for the
// Go tests: node web/scripts/culori.mjs [rows] > core/colour/testdata/culori.csv
import {
  converter,
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  formatHex,
} from "culori";

const rows = Number(process.argv[2] ?? 150);
let state = 20260302;
/** Numbers from 0 to 1, the same at every run (Park and Miller's generator). */
const next = () => (state = (state * 48271) % 2147483647) / 2147483647;
const lab = converter("lab65");
const difference = differenceCiede2000();
const draw = () => ({
  mode: "rgb",
  r: Math.round(255 * next()) / 255,
  g: Math.round(255 * next()) / 255,
  b: Math.round(255 * next()) / 255,
});
const figure = (v) => v.toFixed(6);

console.log("hex,l,a,b,other,difference,protan,deutan,tritan");
for (let i = 0; i < rows; i++) {
  const one = draw();
  const two = draw();
  const c = lab(one);
  // The matrices are for linear light; the library applies them to what it is given.
  const seen = [filterDeficiencyProt(1), filterDeficiencyDeuter(1), filterDeficiencyTrit(1)].map((see) => {
    const linear = converter("lrgb")(one);
    const out = see({ mode: "rgb", r: linear.r, g: linear.g, b: linear.b });
    const clamp = (v) => Math.min(1, Math.max(0, v));
    return formatHex({ mode: "lrgb", r: clamp(out.r), g: clamp(out.g), b: clamp(out.b) });
  });
  console.log(
    [
      formatHex(one),
      figure(c.l),
      figure(c.a),
      figure(c.b),
      formatHex(two),
      figure(difference(one, two)),
      ...seen,
    ].join(","),
  );
}
