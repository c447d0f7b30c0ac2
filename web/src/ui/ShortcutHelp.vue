<script setup lang="ts">
import { useRoom } from "@/lib/useRoom";

const room = useRoom();
const groups = [
  {
    name: "Everywhere",
    keys: [
      ["1 to 6", "Tiles, Plan, Bench, Foot, Kiln, Results"],
      ["0, 7, 8, 9", "Today, Stock, Classes, House rules"],
      ["c", "Chalk or fired colours"],
      ["T", "The tablets of the room: switch, lock, end"],
      ["?", "These keys"],
    ],
  },
  {
    name: "Bench",
    keys: [
      ["arrows", "Move over the board"],
      ["/", "Find a student by two letters, a mark, or a scanned label"],
      ["Space or Enter", "Add the next coat"],
      ["u", "Take the last coat back"],
      ["a, A", "Coat the whole column; A picks one by one. x leaves out, m absent, Enter logs"],
      ["-, =, +", "The last coat felt thin, right, thick"],
      ["d, D", "Touched: dry; still wet"],
      ["p, w", "Patched; wiped or scraped off"],
      ["s, b, n", "Set aside or taken up; broken; a note"],
      ["o, j", "Photograph; how the jar is"],
      ["h", "The record of the piece: take anything back"],
    ],
  },
  {
    name: "Plan desk",
    keys: [
      ["up, down", "Choose a surface"],
      ["t", "Search the tiles for it"],
      ["f", "Find a colour for it"],
      ["b", "Leave it bare"],
      ["+ and -", "One coat more or less"],
      ["h", "The record of the piece"],
      ["m", "Take the way out of the first finding that has one"],
      ["o, d", "Take over a plan; mark out details and how it stands"],
      ["v", "Schemes side by side: n another, r turn the colours on, p pick, w show the class"],
    ],
  },
  {
    name: "Looking over plans",
    keys: [
      ["up, down", "Choose a plan"],
      ["a", "Approve it"],
      ["A", "Approve all that nothing speaks against"],
      ["r", "Return it with a note"],
      ["m", "Mend it by its first way out"],
    ],
  },
  {
    name: "Tiles",
    keys: [
      ["f", "Find a colour"],
      ["m", "Small tiles or large"],
      ["arrows", "Move a mark on a photograph; Shift far, Alt sizes, Delete removes"],
    ],
  },
  {
    name: "Foot and cover",
    keys: [
      ["up, down", "Choose a piece"],
      ["e, b, a, m", "Cover: even, bald spot, gap, lump"],
      ["q, s, g, l, u", "Foot: clean, stained, glaze left, band too low, unclear"],
      ["x, A", "Leave a piece out; all others are even and clean"],
      ["w, p, n", "Wiped wet; patched; no name on it"],
      ["h", "The record of the piece"],
    ],
  },
];
</script>

<template>
  <el-dialog v-model="room.helpOpen" title="Keys" width="680px" align-center>
    <div class="groups">
      <section v-for="g in groups" :key="g.name">
        <h3>{{ g.name }}</h3>
        <dl>
          <template v-for="[key, what] in g.keys" :key="key">
            <dt>
              <kbd>{{ key }}</kbd>
            </dt>
            <dd>{{ what }}</dd>
          </template>
        </dl>
      </section>
    </div>
  </el-dialog>
</template>

<style scoped>
.groups {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 22px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 5px 12px;
  margin: 8px 0 0;
}
dd {
  margin: 0;
}
</style>
