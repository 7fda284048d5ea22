<script setup lang="ts">
/** The line above a part; on narrow screens it folds its items away. */
const {
  title,
  done = "",
  folded = false,
} = defineProps<{ title: string; done?: string; folded?: boolean }>();
const emit = defineEmits<{ fold: [] }>();
</script>

<template>
  <div class="part">
    <span class="space" />
    <slot>
      <h2 class="name">
        <button type="button" class="fold in-print" :aria-expanded="!folded" @click="emit('fold')">
          {{ title }}<span class="count"> · {{ done }}</span>
        </button>
      </h2>
    </slot>
    <slot name="menu" />
  </div>
</template>

<style scoped>
.part {
  display: flex;
  align-items: center;
  min-height: 27px;
  border-bottom: 1px solid var(--rule-faint);
  background: var(--band);
}
.space {
  width: 36px;
}
.name {
  color: var(--ink-soft);
  font: 650 13px var(--font-head);
  letter-spacing: 0;
}
.fold {
  min-height: 24px;
  text-align: left;
}
.count {
  font-weight: 400;
}
@media screen and (max-width: 719px) {
  .part {
    padding: 4px 14px;
  }
  .space {
    display: none;
  }
}
</style>
