export { readAnew, type Keys } from "./anew";
export { courseClass, courseLayout, coursePath } from "./course";
export { courseItem } from "./item";
export { general, own } from "./own";
export { keyOf } from "./read";
export { touched } from "./touched";
