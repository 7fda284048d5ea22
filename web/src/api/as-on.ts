import { ref, watch } from "vue";

const KEY = "unvo.as-on";

/** The wall time, in the course's zone, as on which a teacher looks at a course; '' for now. Of this tab alone. */
export const asOn = ref(sessionStorage.getItem(KEY) ?? "");
watch(asOn, (wall) => sessionStorage.setItem(KEY, wall));
