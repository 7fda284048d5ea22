import { reactive, ref, type Reactive, type Ref } from "vue";
import { useTyped } from "@/frame/unsaved";
import { useWrong } from "@/frame/writes";
import { say } from "@/ui/notice/notices";

/** A form in a dialog about somebody's work: what is typed stays until it is sent, and is asked about before it goes. */
export function useSaying<Form extends object>(
  first: Form,
  send: (form: Form) => Promise<unknown>,
  landed: { words: () => string; close: () => void },
): {
  form: Reactive<Form>;
  refused: Ref<string>;
  mayClose: () => Promise<boolean>;
  submit: () => Promise<void>;
} {
  const wrong = useWrong();
  const form = reactive(first);
  const refused = ref("");
  const { mayClose } = useTyped(() => form);
  async function submit(): Promise<void> {
    refused.value = "";
    try {
      await send({ ...form } as Form);
      say(landed.words());
      landed.close();
    } catch (error) {
      refused.value = wrong(error);
    }
  }
  return { form, refused, mayClose, submit };
}
