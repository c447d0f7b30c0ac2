import { parse, type ElementNode, type TemplateChildNode } from "@vue/compiler-dom";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const src = join(__dirname, "../src");
const files = readdirSync(src, { recursive: true, encoding: "utf8" }).filter((f) => f.endsWith(".vue"));
const buttons = new Set(["el-button", "button", "el-dropdown-item"]);

/** The texts that a node may show: what stands there, and every text that an expression may give. */
function texts(n: TemplateChildNode | ElementNode["children"][number]): string[] {
  if (n.type === 2) return [n.content];
  if (n.type === 5) {
    const source = n.content.loc.source;
    const said = [...source.matchAll(/[?:]\s*(?:"([^"]*)"|`([^`]*)`)/g)].map((m) => m[1] ?? m[2] ?? "");
    return said.length ? said : ["…"];
  }
  if (n.type === 1 && n.tag === "kbd") return [""];
  const parts = "children" in n ? (n.children as TemplateChildNode[]).map(texts) : [];
  return parts.reduce<string[]>((all, more) => all.flatMap((a) => more.map((b) => `${a} ${b}`)), [""]);
}

function* shown(n: TemplateChildNode): Generator<string> {
  if (n.type === 1 && buttons.has(n.tag)) yield* texts(n);
  if ("children" in n)
    for (const c of n.children as TemplateChildNode[]) if (typeof c === "object") yield* shown(c);
}

describe("the words of the buttons", () => {
  const page = readFileSync(join(src, "../../docs/words.md"), "utf8");
  const rows = (heading: string) =>
    page
      .split(`## ${heading}`)[1]!
      .split("\n## ")[0]!
      .split("\n")
      .filter((l) => l.startsWith("| ") && !l.startsWith("| word"))
      .map((l) => l.split("|")[1]!.trim());
  const acts = new Set(rows("Acts").map((w) => w.toLowerCase()));
  const answers = new Set(rows("Answers and states").flatMap((w) => w.split(", ")));

  it("stand in docs/words.md, one word for one act", () => {
    expect(acts.size).toBeGreaterThan(40);
    const strange: string[] = [];
    const used = new Set<string>();
    for (const f of files) {
      const whole = readFileSync(join(src, f), "utf8");
      const at = whole.indexOf("<template>");
      if (at < 0) continue;
      const root = parse(whole.slice(at + 10, whole.lastIndexOf("</template>")));
      for (const n of root.children)
        for (const raw of shown(n)) {
          const text = raw.replace(/\s+/g, " ").trim();
          const word = text.match(/^[A-Za-z]+/)?.[0];
          if (!word) continue; // a sign, or somebody's name
          used.add(word.toLowerCase());
          if (!answers.has(text) && !acts.has(word.toLowerCase())) strange.push(`${f}: ${text}`);
        }
    }
    expect(strange).toEqual([]);
    expect([...acts].filter((a) => !used.has(a))).toEqual([]);
  });

  it("are not the sayings that nobody expects", () => {
    const sayings =
      /\b(keep it|leave it|drop it|let (it|all) go|take it over|take over|bring:|turn the colours on|give it to the rest|i take that on|find its like|keep the bells|something to make|to the work|it is unloaded|it was fired)\b/i;
    const found = files.filter((f) =>
      sayings.test(
        readFileSync(join(src, f), "utf8")
          .replace(/\/\*[\s\S]*?\*\/|\/\/.*/g, "")
          .replace(/Leave it bare/g, ""),
      ),
    );
    expect(found).toEqual([]);
  });
});
