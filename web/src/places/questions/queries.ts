import { useQuery } from "@tanstack/vue-query";
import { client, told, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { bankExport, courseBanks, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useBanks = (slug: () => string) => useQuery(courseBanks(slug).all());
export const useBank = (slug: () => string, id: () => number) =>
  useQuery({ ...courseBanks(slug).bank(id), enabled: () => id() > 0 });
export const useBankQuestion = (slug: () => string, id: () => number) =>
  useQuery({ ...courseBanks(slug).question(id), enabled: () => id() > 0 });

export const useFoundQuestions = (slug: () => string, text: () => string) =>
  useQuery({ ...courseBanks(slug).find(text), enabled: () => text() !== "" });
export const useQuestionPlaces = (slug: () => string) => useQuery(courseBanks(slug).places());

type Wish = Shapes["BankQuestionIn"];

export function useBankWrites(slug: () => string) {
  const bank = (id: number) => ({ path: { slug: slug(), bank_id: id } });
  const one = (id: number) => ({ path: { slug: slug(), bank_question_id: id } });
  const stale = () => touched.banks(slug());
  return {
    make: useWrite(
      (name: string, headers) =>
        told(
          client.POST("/api/courses/{slug}/banks", {
            params: { path: { slug: slug() } },
            body: { name },
            headers,
          }),
        ),
      stale,
    ),
    rename: useWrite(
      ({ id, name }: { id: number; name: string }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/banks/{bank_id}", { params: bank(id), body: { name }, headers }),
        ),
      stale,
    ),
    removeBank: useWrite(
      (id: number, headers) =>
        told(client.DELETE("/api/courses/{slug}/banks/{bank_id}", { params: bank(id), headers })),
      stale,
    ),
    move: useWrite(
      ({ id, to }: { id: number; to: number }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/bank-questions/{bank_question_id}/bank", {
            params: one(id),
            body: { bank_id: to },
            headers,
          }),
        ),
      stale,
    ),
    remove: useWrite(
      (id: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/bank-questions/{bank_question_id}", {
            params: one(id),
            headers,
          }),
        ),
      stale,
    ),
    bringBack: useWrite(
      (id: number, headers) =>
        told(
          client.POST("/api/courses/{slug}/bank-questions/{bank_question_id}/back", {
            params: one(id),
            headers,
          }),
        ),
      stale,
    ),
    takeUp: useWrite(
      ({ id, edition }: { id: number; edition: number }, headers) =>
        told(
          client.POST("/api/courses/{slug}/bank-questions/{bank_question_id}/editions/{edition}", {
            params: { path: { slug: slug(), bank_question_id: id, edition } },
            headers,
          }),
        ),
      stale,
    ),
    takeIn: useWrite(
      ({ bank: to, text }: { bank: number; text: string }, headers) =>
        told(
          client.POST("/api/courses/{slug}/banks/{bank_id}/table", {
            params: bank(to),
            body: { text },
            headers,
          }),
        ),
      stale,
    ),
    write: useWrite(
      ({ bank: to, body }: { bank: number; body: Wish }, headers) =>
        told(
          client.POST("/api/courses/{slug}/banks/{bank_id}/questions", { params: bank(to), body, headers }),
        ),
      stale,
      true,
    ),
    save: useWrite(
      ({ id, body, seen }: { id: number; body: Wish; seen: number }, headers) =>
        told(
          client.PUT("/api/courses/{slug}/bank-questions/{bank_question_id}", {
            params: one(id),
            body: { ...body, seen },
            headers,
          }),
        ),
      stale,
      true,
    ),
  };
}

export const uploadBankPicture = (slug: string, file: File): Promise<Shapes["Uploaded"]> =>
  upload(`/api/courses/${slug}/question-images`, file, wishKey(), () => undefined);

export const previewTable = (slug: string, bank: number, text: string): Promise<Shapes["TableOut"]> =>
  told(
    client.POST("/api/courses/{slug}/banks/{bank_id}/table-preview", {
      params: { path: { slug, bank_id: bank } },
      body: { text },
    }),
  );

/** The same of a spreadsheet or a package; the file is not kept. */
export const previewFile = (slug: string, bank: number, file: File, onProgress: (share: number) => void) =>
  upload<Shapes["TableOut"]>(`/api/courses/${slug}/banks/${bank}/file-preview`, file, wishKey(), onProgress);

export const takeFileIn = (slug: string, bank: number, file: File, onProgress: (share: number) => void) =>
  upload<Shapes["TakenIn"]>(`/api/courses/${slug}/banks/${bank}/file`, file, wishKey(), onProgress);

export const useQtiPreview = (slug: () => string, bank: () => number, versions: () => number) =>
  useQuery(bankExport(slug).qti(bank, versions));

export const proveQuestion = (slug: string, body: Shapes["Question"]): Promise<Shapes["ProofOut"]> =>
  told(client.POST("/api/courses/{slug}/question-proof", { params: { path: { slug } }, body: { body } }));

export const tryQuestion = (slug: string, body: Shapes["TryIn"]): Promise<Shapes["Tried"]> =>
  told(client.POST("/api/courses/{slug}/question-try", { params: { path: { slug } }, body }));
