const looks = ["fill", "stroke", "stroke-width", "stroke-dasharray", "stroke-linejoin", "stroke-linecap", "font-size", "font-weight", "font-family", "text-anchor", "display", "paint-order"]; // prettier-ignore

/** Saves a drawing of the screen as an SVG file that looks the same by itself. */
export function saveDrawing(drawn: SVGSVGElement, name: string) {
  const copy = drawn.cloneNode(true) as SVGSVGElement;
  const from = [...drawn.querySelectorAll<SVGElement>("*")];
  [...copy.querySelectorAll<SVGElement>("*")].forEach((at, i) => {
    const look = getComputedStyle(from[i]!);
    for (const key of looks) at.style.setProperty(key, look.getPropertyValue(key));
  });
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([copy.outerHTML], { type: "image/svg+xml" }));
  link.download = `${name}.svg`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
