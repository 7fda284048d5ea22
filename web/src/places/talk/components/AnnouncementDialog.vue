<script setup lang="ts">
import { useQuery } from "@tanstack/vue-query";
import { computed, ref, watch } from "vue";
import { useI18n } from "vue-i18n";
import type { Shapes } from "@/api/client";
import { coursePath } from "@/api/reads";
import { dropTyped, keepTyped, keptTyped } from "@/frame/kept-texts";
import { useMe, useRibbon } from "@/frame/queries";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import RuleField, { type Rule } from "@/items/components/RuleField.vue";
import RichEditor from "@/items/editor/RichEditor.vue";
import { uploadSaidImage } from "@/items/settings";
import { useSaidWrites } from "@/items/said-writes";
import UiButton from "@/ui/button/UiButton.vue";
import UiDialog from "@/ui/dialog/UiDialog.vue";
import MomentField from "@/ui/field/MomentField.vue";
import UiCheck from "@/ui/field/UiCheck.vue";
import UiField from "@/ui/field/UiField.vue";
import { useTimes } from "@/ui/moment/zones";
import { say } from "@/ui/notice/notices";
import { draftOfWeek } from "../queries";

/** An announcement while it is written: what, to whom, when. */
const { slug, page, said } = defineProps<{
  slug: string;
  page: Shapes["Announcements"];
  said: Shapes["AnnouncementOut"] | null;
}>();
const emit = defineEmits<{ close: [] }>();
const { t } = useI18n();
const wrong = useWrong();
const writes = useSaidWrites(() => slug);
const times = useTimes(() => page.zone);
const { data: me } = useMe();
const { data: ribbon } = useRibbon(() => slug);
const what = `said.${slug}.${said?.id ?? 0}`;
const person = () => me.value?.id ?? 0;

interface Form {
  title: string;
  html: string;
  sections: number[];
  groups: number[];
  when: "now" | "then" | "draft";
  wall: string;
  /** By class, or from a moment of an item; else it is kept by the week of `wall`. */
  rule?: Rule;
  pinned: string;
  rare: boolean;
  by_mail: boolean;
}
const whenOf = (one: Shapes["AnnouncementOut"]): Form["when"] =>
  one.draft ? "draft" : one.wall ? "then" : "now";
/** Only these two are kept as they were written; a rule by its week is made anew from the wall time. */
function ruleOf({ moment }: Shapes["AnnouncementOut"]): Rule | undefined {
  const rule = moment as Rule | null;
  return rule?.on === "class" || rule?.on === "moment" ? rule : undefined;
}
const first: Form = said
  ? {
      title: said.title,
      html: said.html,
      sections: [...said.sections],
      groups: [...said.groups],
      when: whenOf(said),
      wall: said.wall ?? "",
      rule: ruleOf(said),
      pinned: said.pinned_wall ?? "",
      rare: said.rare,
      by_mail: said.by_mail,
    }
  : {
      title: "",
      html: "",
      sections: [],
      groups: [],
      when: "now",
      wall: "",
      pinned: "",
      rare: false,
      by_mail: true,
    };
const kept = keptTyped<Form>(person(), what);
const form = ref<Form>(kept?.value ?? first);
const edition = ref(said?.edition ?? 0);
const shown = ref(form.value.html);
const refused = ref("");
const { mayClose, saved } = useTyped(() => form.value);
const { data: term } = useQuery({
  ...coursePath(() => slug).term(),
  enabled: () => form.value.when !== "now" && ribbon.value?.dated === true,
});
/** Whatever has a date of its own; in order of the term. */
const others = computed(() => {
  const rows = (term.value?.weeks ?? []).flatMap((w) => w.days.flatMap((d) => d.entries)).map((e) => e.row);
  return [...new Map(rows.map((row) => [row.id, row])).values()];
});
/** Of a class: the next one until another is chosen; and when that is. */
watch(
  () => form.value.rule?.on,
  (on, before) => {
    const next = ribbon.value?.next_class?.number;
    if (on === "class" && before !== "class" && form.value.rule?.number === 1 && next)
      form.value.rule = { ...form.value.rule, number: next };
  },
);
const atClass = computed(() => {
  const rule = form.value.rule;
  if (rule?.on !== "class") return "";
  const days = (term.value?.weeks ?? []).flatMap((w) => w.days);
  const meeting = days.flatMap((d) => d.classes).find((one) => one.number === rule.number);
  if (!meeting) return term.value ? t("said.nowhere") : "";
  const at = Date.parse(rule.edge === "end" ? meeting.end : meeting.start) + (rule.minutes ?? 0) * 60_000;
  const words = times.value.moment(new Date(at).toISOString());
  return t(at < Date.parse(page.now) ? "said.thatWas" : "said.thatIs", { at: words });
});
const isOut = computed(() => said?.said ?? false);
const busy = computed(() => writes.make.isPending.value || writes.change.isPending.value);

function changed(html: string): void {
  form.value.html = html;
  keepTyped(person(), what, form.value, edition.value);
}

async function fromWeek(): Promise<void> {
  const key = ribbon.value?.current;
  if (!key) return;
  try {
    const draft = await draftOfWeek(slug, key);
    form.value.title ||= draft.title;
    form.value.html = shown.value = draft.html;
  } catch (error) {
    refused.value = wrong(error);
  }
}

async function keep(): Promise<void> {
  const { when, wall, rule, pinned, ...rest } = form.value;
  refused.value = "";
  const body: Shapes["AnnouncementIn"] = {
    ...rest,
    moment: when === "now" ? null : (rule ?? (wall || null)),
    pinned_until: pinned || null,
    published: when !== "draft",
  };
  if (when === "then" && !wall && !rule) return void (refused.value = t("said.whenMissing"));
  try {
    if (said) await writes.change.mutateAsync({ id: said.id, edition: edition.value, ...body });
    else await writes.make.mutateAsync(body);
    saved();
    dropTyped(person(), what);
    say(t(`said.kept.${when}`));
    emit("close");
  } catch (error) {
    refused.value = wrong(error);
  }
}
</script>

<template>
  <UiDialog
    :open="true"
    wide
    :title="t(said ? 'said.change' : 'said.write')"
    :may-close="mayClose"
    @close="emit('close')"
  >
    <form class="grid gap-3" @submit.prevent="keep">
      <p v-if="kept" role="status" class="text-[14px] text-soft">{{ t("said.draftBack") }}</p>
      <UiField v-slot="{ field }" :label="t('layout.title')">
        <input :id="field" v-model="form.title" class="field" maxlength="200" required />
      </UiField>
      <div v-if="!said">
        <UiButton @click="fromWeek">{{ t("said.fromWeek") }}</UiButton>
        <span class="ml-2 text-[13.5px] text-soft">{{ t("said.fromWeekHint") }}</span>
      </div>
      <RichEditor
        :key="shown"
        low
        :html="shown"
        :label="t('said.text')"
        :slug="slug"
        :upload="(file) => uploadSaidImage(slug, file)"
        @change="changed"
      />
      <fieldset v-if="!isOut">
        <legend class="mb-1 font-semibold">{{ t("said.when") }}</legend>
        <label
          v-for="one in ['now', 'then', 'draft'] as const"
          :key="one"
          class="mr-5 inline-flex min-h-7 items-center gap-2"
        >
          <input v-model="form.when" type="radio" name="when" :value="one" />
          {{ t(`said.whenChoice.${one}`) }}
        </label>
        <RuleField
          v-if="form.when !== 'now' && ribbon?.dated"
          v-model="form.rule"
          :name="t('said.when')"
          :others="others"
        />
        <MomentField
          v-if="form.when !== 'now' && !form.rule"
          v-model="form.wall"
          class="mt-2 max-w-md"
          :label="t('said.moment', { zone: page.zone })"
          :time-label="t('said.momentTime')"
          usual="08:00"
        />
        <p v-if="form.when !== 'now'" class="mt-1 text-[13px] text-soft">
          {{ form.rule ? atClass : t("said.moves") }}
        </p>
      </fieldset>
      <fieldset v-if="!isOut && (page.sections.length > 1 || page.groups.length)">
        <legend class="mb-1 font-semibold">{{ t("said.toWhom") }}</legend>
        <p class="text-[13.5px] text-soft">{{ t("said.toAll") }}</p>
        <div class="flex flex-wrap gap-x-5">
          <label v-for="one in page.sections" :key="`s${one.id}`" class="flex min-h-7 items-center gap-2">
            <input v-model="form.sections" type="checkbox" :value="one.id" /> {{ one.name }}
          </label>
          <label v-for="one in page.groups" :key="`g${one.id}`" class="flex min-h-7 items-center gap-2">
            <input v-model="form.groups" type="checkbox" :value="one.id" /> {{ one.name }}
          </label>
        </div>
      </fieldset>
      <MomentField
        v-model="form.pinned"
        class="max-w-md"
        :label="t('said.pinnedUntil')"
        :time-label="t('said.pinnedTime')"
        usual="23:59"
      />
      <div>
        <UiCheck v-if="!isOut" v-model="form.by_mail" :label="t('said.byMail')" />
        <UiCheck v-model="form.rare" :label="t('said.rare')" />
      </div>
      <p v-if="refused" role="alert" class="text-late">{{ refused }}</p>
      <div class="flex gap-2">
        <UiButton look="main" type="submit" :disabled="busy">{{
          t(isOut ? "app.save" : `said.go.${form.when}`)
        }}</UiButton>
        <UiButton look="text" @click="mayClose().then((yes) => yes && emit('close'))">{{
          t("app.cancel")
        }}</UiButton>
      </div>
    </form>
  </UiDialog>
</template>
