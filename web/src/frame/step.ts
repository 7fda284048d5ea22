import { ref } from "vue";

/** The week that an item's page belongs to, so that the ribbon marks it. */
export const shownStep = ref("");
