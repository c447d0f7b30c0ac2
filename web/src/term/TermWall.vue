<script setup lang="ts">
import { computed } from "vue";
import { queries } from "@/lib/queries";
import { useAsk } from "@/lib/useAsk";
import { useSession } from "@/lib/useSession";
import PaperChoice from "@/print/PaperChoice.vue";
import { usePaper } from "@/print/usePaper";
import { dayName } from "@/term/words";
import PlaceLink from "@/ui/PlaceLink.vue";

/** Kiln and classes by the week, for the wall: what is lit, what comes out, who takes work home. */
const query = useAsk(queries.term());
const session = useSession();
const { print } = usePaper();
const weeks = computed(() => {
  const all = query.data.value?.days ?? [];
  return Array.from({ length: Math.ceil(all.length / 7) }, (_, i) => all.slice(7 * i, 7 * i + 7));
});
/** Saturday and Sunday stand there where something is on one of them. */
const columns = computed(() => {
  const busy = (n: number) =>
    weeks.value.some((w) => {
      const d = w[n];
      return d && [d.classes, d.lit, d.out, d.home, d.shows].some((list) => list.length);
    });
  return busy(6) ? 7 : busy(5) ? 6 : 5;
});
const names = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
</script>

<template>
  <div class="head screen">
    <div>
      <p class="soft"><PlaceLink to="/kiln/term">The term's loads</PlaceLink> · on paper</p>
      <h1>Kiln calendar</h1>
    </div>
    <div class="ways">
      <PaperChoice />
      <el-button type="primary" @click="print">Print</el-button>
    </div>
  </div>
  <section v-if="query.data.value" class="wall" :style="{ '--columns': columns }">
    <h2>{{ session.data.value?.school }}: kiln and classes</h2>
    <p class="key">
      <i class="lit" aria-hidden="true" /> lit <i class="out" aria-hidden="true" /> comes out
      <i class="home" aria-hidden="true" /> takes the last of its work home
      <i class="show" aria-hidden="true" /> show. As it may come, said on
      {{ dayName(query.data.value.today) }}.
    </p>
    <div class="week names" aria-hidden="true">
      <span v-for="n in names.slice(0, columns)" :key="n">{{ n }}</span>
    </div>
    <div v-for="w in weeks" :key="w[0]!.date" class="week">
      <div
        v-for="d in w.slice(0, columns)"
        :key="d.date"
        class="day"
        :class="{ off: d.holiday, today: d.date === query.data.value.today }"
      >
        <h3>{{ dayName(d.date).slice(4) }}</h3>
        <p v-if="d.holiday" class="soft">{{ d.holiday }}</p>
        <p v-for="s in d.shows" :key="s" class="event">
          <i class="show" aria-hidden="true" /><b>{{ s }}</b>
        </p>
        <p v-for="(l, n) in d.out" :key="`o${n}`" class="event">
          <i class="out" aria-hidden="true" /><span class="visually-hidden">out: </span>{{ l }}
        </p>
        <p v-for="(l, n) in d.lit" :key="`l${n}`" class="event">
          <i class="lit" aria-hidden="true" /><span class="visually-hidden">lit: </span>{{ l }}
        </p>
        <p v-for="h in d.home" :key="h" class="event">
          <i class="home" aria-hidden="true" /><span class="visually-hidden">home: </span>{{ h }}
        </p>
        <p v-if="d.classes.length" class="soft taught">{{ d.classes.join(" · ") }}</p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 14px;
  align-items: center;
}
.wall {
  background: #fff;
  border: 1px solid var(--line);
  padding: 18px 20px;
}
.key {
  margin: 4px 0 12px;
  font-size: 13px;
}
.key i {
  margin-left: 10px;
}
.week {
  display: grid;
  grid-template-columns: repeat(var(--columns), 1fr);
  break-inside: avoid;
}
.names {
  font-weight: 640;
  font-size: 13px;
  padding-bottom: 4px;
}
.day {
  border: 1px solid #c4c4c4;
  margin: 0 -1px -1px 0;
  padding: 5px 7px 6px;
  min-height: 74px;
  font-size: 12.5px;
  line-height: 1.35;
}
.day h3 {
  font-size: 12.5px;
  font-weight: 500;
}
.day.off {
  background: #efefef;
}
.day.today {
  outline: 2px solid var(--ink);
  outline-offset: -2px;
}
.taught {
  font-size: 11.5px;
  margin-top: 3px;
}
i {
  display: inline-block;
  width: 9px;
  height: 9px;
  margin-right: 5px;
  print-color-adjust: exact;
}
i.lit {
  background: #333;
}
i.out {
  border: 2px solid #333;
}
i.home {
  border-radius: 50%;
  border: 2px solid #333;
}
i.show {
  background: #333;
  clip-path: polygon(0 0, 100% 0, 50% 100%);
}
@media print {
  .wall {
    border: 0;
    padding: 0;
  }
  .key {
    margin-bottom: 6px;
  }
  .day {
    min-height: 12mm;
    padding: 2px 5px;
    font-size: 10px;
    line-height: 1.25;
  }
  .day h3,
  .taught {
    font-size: 10px;
  }
}
</style>
