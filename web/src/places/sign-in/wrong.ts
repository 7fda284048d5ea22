import { useI18n } from "vue-i18n";
import { Problem } from "@/api/client";
import { useWrong } from "@/frame/writes";

const TOO_MANY = 429;

/** The sentence for what the account service refused. */
export function useDoorWrong(): (error: unknown) => string {
  const { t } = useI18n();
  const wrong = useWrong();
  return (error) =>
    error instanceof Problem && error.status === TOO_MANY ? t("signIn.tooMany") : wrong(error);
}
