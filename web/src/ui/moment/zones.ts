import { computed, type ComputedRef } from "vue";
import { useI18n } from "vue-i18n";

const OWN_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Dates and times as every screen writes them, in the course's zone. */
export interface Times {
  moment: (iso: string) => string;
  clock: (iso: string) => string;
  day: (iso: string) => string;
  /** The day of an instant in the course's zone, as 2026-10-07. */
  isoDay: (iso: string) => string;
  date: (isoDate: string) => string;
  lane: (isoDate: string) => string;
  range: (first: string, last: string) => string;
  own: (iso: string) => string | null;
  relative: (iso: string, now: string) => string;
}

const LOCALES: Record<string, string> = { en: "en-GB" };

function formatsIn(tag: string, zone: string) {
  const format = (options: Intl.DateTimeFormatOptions, timeZone = zone) =>
    new Intl.DateTimeFormat(tag, { hourCycle: "h23", timeZone, ...options });
  const day = { weekday: "short", day: "numeric", month: "short" } as const;
  const clock = { hour: "2-digit", minute: "2-digit" } as const;
  return {
    day: format(day),
    clock: format(clock),
    plainDay: format({ day: "numeric", month: "short" }, "UTC"),
    laneDay: format({ weekday: "short", day: "numeric" }, "UTC"),
    ownDay: format(day, OWN_ZONE),
    ownClock: format(clock, OWN_ZONE),
  };
}

export function timesIn(locale: string, zone: string): Times {
  const tag = LOCALES[locale] ?? locale;
  const formats = formatsIn(tag, zone);
  const words = new Intl.RelativeTimeFormat(tag, { numeric: "auto" });
  const tidy = (text: string) => text.replace(",", "").replace("Sept", "Sep");
  const day = (iso: string) => tidy(formats.day.format(new Date(iso)));
  const clock = (iso: string) => formats.clock.format(new Date(iso));
  const moment = (iso: string) => `${day(iso)}, ${clock(iso)}`;
  const date = (isoDate: string) => tidy(formats.plainDay.format(new Date(isoDate)));
  const lane = (isoDate: string) => tidy(formats.laneDay.format(new Date(isoDate)));
  const dayParts8601 = new Intl.DateTimeFormat("en-CA", { timeZone: zone });
  const calendarDay = (iso: string) =>
    Math.round(Date.parse(`${dayParts8601.format(new Date(iso))}T00:00Z`) / 86_400_000);
  const month = (isoDate: string) => isoDate.slice(0, 7);
  return {
    moment,
    clock,
    day,
    isoDay: (iso) => dayParts8601.format(new Date(iso)),
    date,
    lane,
    range: (first, last) => {
      const end = `${lane(last)} ${date(last).split(" ")[1]}`;
      return month(first) === month(last)
        ? `${lane(first)} – ${end}`
        : `${lane(first)} ${date(first).split(" ")[1]} – ${end}`;
    },
    own: (iso) => {
      const mine = `${tidy(formats.ownDay.format(new Date(iso)))}, ${formats.ownClock.format(new Date(iso))}`;
      return mine === moment(iso) ? null : mine;
    },
    relative: (iso, now) => {
      const hours = (new Date(iso).getTime() - new Date(now).getTime()) / 3_600_000;
      if (Math.abs(hours) < 1) return words.format(Math.round(hours * 60), "minute");
      const days = calendarDay(iso) - calendarDay(now);
      return days === 0 ? words.format(Math.round(hours), "hour") : words.format(days, "day");
    },
  };
}

export function useTimes(zone: () => string): ComputedRef<Times> {
  const { locale } = useI18n();
  return computed(() => timesIn(locale.value, zone() || "UTC"));
}
