<script setup lang="ts">
import { computed } from "vue";
import { useAssignments } from "@/lib/useLists";
import { useScreen } from "@/lib/useScreen";
import PlaceLink from "@/ui/PlaceLink.vue";

/** Where coats are counted: at this screen, at tablets of the room, or on paper. */
const screen = useScreen();
const assignments = useAssignments();
/** What the class that is looked at makes, for its sheets. */
const sheets = computed(
  () => assignments.running.value.find((a) => !screen.classId || a.class === screen.classId)?.id,
);
</script>

<template>
  <p class="why">
    A coat is written down when it goes on: nobody can tell afterwards how many a raw piece carries. A plan is
    not needed for that, and can be made from the coats.
  </p>
  <ul class="ways">
    <li>
      <PlaceLink to="/bench">
        <b>At this screen</b>
        The bench shows a row a piece. One press on a surface is one coat; the arrow beside it takes it back.
      </PlaceLink>
    </li>
    <li>
      <PlaceLink to="/room">
        <b>At a tablet of the room</b>
        Students log their own coats. A tablet is paired once, by a code, and then follows the bell.
      </PlaceLink>
    </li>
    <li>
      <PlaceLink :to="sheets ? `/plan/sheets/${sheets}` : '/plan'">
        <b>On paper</b>
        Print record sheets with a drawing of each piece. They are entered at the bench afterwards.
      </PlaceLink>
    </li>
  </ul>
</template>

<style scoped>
.why {
  max-width: 80ch;
  margin-bottom: 18px;
}
.ways {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 14px;
}
a {
  display: block;
  height: 100%;
  border: 1px solid var(--line);
  background: #fff;
  padding: 16px 18px 20px;
  text-decoration: none;
}
a:hover {
  border-color: var(--ink);
}
b {
  display: block;
  font-size: 18px;
  text-decoration: underline;
  margin-bottom: 6px;
}
@media (max-width: 900px) {
  .ways {
    grid-template-columns: 1fr;
  }
}
</style>
