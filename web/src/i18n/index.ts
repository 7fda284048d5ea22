import { createI18n } from "vue-i18n";
import en from "./en";

export const i18n = createI18n({
  legacy: false,
  locale: "en",
  fallbackLocale: "en",
  messages: { en },
  // Loud, so that a journey over a page whose sentence was forgotten fails.
  missing: (_, key) => {
    console.error(`No sentence is written for '${key}'.`);
  },
});
