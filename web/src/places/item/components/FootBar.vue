<script setup lang="ts">
import { useI18n } from "vue-i18n";
import { RouterLink } from "vue-router";
import type { Shapes } from "@/api/client";
import { itemPath } from "@/frame/addresses";

/** Previous, the item's own action, next. */
const { page, slug } = defineProps<{ page: Shapes["ItemPage"]; slug: string }>();
const { t } = useI18n();
</script>

<template>
  <section class="foot no-print" :aria-label="t('item.steps')">
    <RouterLink
      v-if="page.previous"
      :to="itemPath(slug, page.previous.id)"
      class="end"
      rel="prev"
      :aria-label="t('item.previous', { title: page.previous.title })"
    >
      ← <span class="title">{{ page.previous.title }}</span>
    </RouterLink>
    <span class="ml-auto" />
    <slot />
    <RouterLink
      v-if="page.next"
      :to="itemPath(slug, page.next.id)"
      class="end soft"
      rel="next"
      :aria-label="t('item.next', { title: page.next.title })"
    >
      <span class="title">{{ page.next.title }}</span> →
    </RouterLink>
  </section>
</template>

<style scoped>
.foot {
  position: sticky;
  bottom: 0;
  z-index: 10;
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 54px;
  padding: 6px 24px;
  border-top: 1px solid var(--rule);
  background: var(--sheet);
}
.end {
  display: flex;
  gap: 4px;
  min-height: 28px;
  align-items: center;
  min-width: 0;
  max-width: 240px;
}
.title {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.soft {
  color: var(--ink-soft);
}
@media screen and (max-width: 719px) {
  .foot {
    bottom: 58px;
    /* Where the page ends it lies above the places, and the text ends above it. */
    margin-bottom: 58px;
    padding: 6px 14px;
    gap: 8px;
  }
  .title {
    display: none;
  }
  .end {
    min-width: 32px;
    min-height: 36px;
    justify-content: center;
  }
}
</style>
