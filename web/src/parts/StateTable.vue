<script setup lang="ts">
import { t } from "@/words"
// Two states side by side, what differs a row each.
defineProps<{ rows: { label: string; before: string; after: string }[] }>()
</script>

<template>
  <table>
    <thead>
      <tr>
        <th />
        <th>{{ t("parts.this-device") }}</th>
        <th>{{ t("parts.the-other-device") }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.label">
        <th>{{ row.label }}</th>
        <td v-for="(text, i) in [row.before, row.after]" :key="i">
          <span v-if="text.startsWith('#')" class="colour" :style="{ background: text }" />
          {{ text }}
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  margin: 16px 0;
  border-collapse: collapse;
}
th,
td {
  padding: 8px 4px;
  text-align: left;
  border-bottom: 1px solid var(--rule);
}
.colour {
  display: inline-block;
  width: 20px;
  height: 20px;
  margin-right: 8px;
  border: 1px solid var(--rule);
  vertical-align: -4px;
}
</style>
