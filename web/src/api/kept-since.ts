import { ref } from "vue";

/** Since when the last answer was kept: it came from this device, because the server gave none. '' when it did. */
export const keptSince = ref("");
