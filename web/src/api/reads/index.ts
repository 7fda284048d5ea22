export { readAnew, type Keys } from "./anew";
export { courseClass, courseLayout, coursePath, courseRules, type HistoryQuery } from "./course";
export { courseItem } from "./item";
export { general, own } from "./own";
export { place } from "./place";
export { keyOf } from "./read";
export { touched } from "./touched";
