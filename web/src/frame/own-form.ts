import { computed, nextTick, ref, watch, type Ref } from "vue";
import { copyOf } from "@/api/copy";
import { follow, ownFields, same } from "./merging";
import { useUnsaved } from "./unsaved";
import { changedMeanwhile } from "./writes";

/** A thing as it is kept, and its edition. */
interface KeptThing<T> {
  value: T;
  edition: number;
}

/**
 * A form over something that others may change too. What is read anew never overwrites what is typed: fields that
 * were left alone here follow, and those that both changed are in `theirs`, as they stand now.
 *
 * `save` writes over the edition that was seen. Where others changed other fields it tries again over theirs; where
 * they changed the same it fails, and the next `save` is over what is shown then.
 */
export function useOwnForm<T extends object>(
  kept: () => KeptThing<T> | undefined,
  readAnew: () => Promise<unknown>,
) {
  const form = ref(null) as Ref<T | null>;
  const base = ref(null) as Ref<T | null>;
  const theirs = ref({}) as Ref<Partial<T>>;
  let [edition, saving] = [0, false];

  function take(found: KeptThing<T>): void {
    if (form.value && base.value)
      theirs.value = { ...theirs.value, ...follow(form.value, base.value, found.value) };
    else form.value = copyOf(found.value);
    [base.value, edition] = [copyOf(found.value), found.edition];
  }
  watch(kept, (found) => found && !saving && take(found), { immediate: true, deep: true });

  async function write<R>(send: (edition: number) => Promise<R>): Promise<R> {
    const sent = copyOf(form.value);
    saving = true;
    try {
      const answer = await send(edition);
      [base.value, theirs.value] = [sent, {}];
      return answer;
    } finally {
      saving = false;
      const found = kept();
      if (found && found.edition !== edition) take(found);
    }
  }

  return useFormParts(form, base, theirs, write, readAnew);
}

function useFormParts<T extends object>(
  form: Ref<T | null>,
  base: Ref<T | null>,
  theirs: Ref<Partial<T>>,
  write: <R>(send: (edition: number) => Promise<R>) => Promise<R>,
  readAnew: () => Promise<unknown>,
) {
  const changed = computed(() => base.value !== null && !same(form.value, base.value));

  async function save<R>(send: (edition: number) => Promise<R>): Promise<R> {
    try {
      return await write(send);
    } catch (error) {
      if (!changedMeanwhile(error)) throw error;
      await readAnew();
      await nextTick();
      if (Object.keys(theirs.value).length) throw error;
      return write(send);
    }
  }

  function takeTheirs(name: keyof T): void {
    const { [name]: taken, ...rest } = theirs.value;
    if (form.value) form.value[name] = copyOf(taken) as T[keyof T];
    theirs.value = rest as unknown as Partial<T>;
  }

  return {
    /** What is being typed. */
    form,
    theirs,
    takeTheirs,
    save,
    /** The fields that differ from what is kept. */
    own: (): Partial<T> => (form.value && base.value ? ownFields(form.value, base.value) : {}),
    mayClose: useUnsaved(() => changed.value),
  };
}
