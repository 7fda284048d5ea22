import { useQuery } from "@tanstack/vue-query";
import { client, told, wishKey, type Shapes } from "@/api/client";
import { upload } from "@/api/uploads";
import { courseClass, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const usePeople = (slug: () => string) => useQuery(courseClass(slug).people());
export const useCodes = (slug: () => string) => useQuery(courseClass(slug).codes());

/** What a pasted list would do. */
export const previewPeople = (slug: string, body: Shapes["ListIn"]) =>
  told(client.POST("/api/courses/{slug}/people-preview", { params: { path: { slug } }, body }));

/** The same of a file: a spreadsheet, or text with separators. */
export const previewPeopleFile = (slug: string, file: File) =>
  upload<Shapes["PeoplePreview"]>(
    `/api/courses/${slug}/people-preview/file`,
    file,
    wishKey(),
    () => undefined,
  );

type Place = { person: number; section: number | null };
type Teaching = { person: number } & Shapes["TeachingIn"];

const atIn =
  (slug: () => string) =>
  <T extends object>(rest: T) => ({ path: { slug: slug(), ...rest } });

/** Who comes in, as what. */
export function useEnrolWrites(slug: () => string) {
  const at = atIn(slug);
  const people = () => touched.people(slug());
  return {
    enrol: useWrite(
      (body: Shapes["PeopleIn"], headers) =>
        told(client.POST("/api/courses/{slug}/people", { params: at({}), body, headers })),
      people,
      true,
    ),
    addTeacher: useWrite(
      (body: Shapes["TeacherIn"], headers) =>
        told(client.POST("/api/courses/{slug}/teachers", { params: at({}), body, headers })),
      people,
      true,
    ),
    teach: useWrite(
      ({ person, ...body }: Teaching, headers) =>
        told(
          client.PUT("/api/courses/{slug}/teachers/{person_id}", {
            params: at({ person_id: person }),
            body,
            headers,
          }),
        ),
      people,
    ),
  };
}

/** Where somebody is, and whether they stay. */
export function usePeopleWrites(slug: () => string) {
  const at = atIn(slug);
  const people = () => touched.people(slug());
  return {
    move: useWrite(
      ({ person, section }: Place, headers) =>
        told(
          client.PUT("/api/courses/{slug}/people/{person_id}/section", {
            params: at({ person_id: person }),
            body: { section_id: section },
            headers,
          }),
        ),
      people,
    ),
    withdraw: useWrite(
      (person: number, headers) =>
        told(
          client.DELETE("/api/courses/{slug}/people/{person_id}", {
            params: at({ person_id: person }),
            headers,
          }),
        ),
      people,
    ),
    takeBack: useWrite(
      (person: number, headers) =>
        told(
          client.POST("/api/courses/{slug}/people/{person_id}/return", {
            params: at({ person_id: person }),
            headers,
          }),
        ),
      people,
    ),
  };
}

/** Another invitation for who has not come in yet. */
export const useInviting = (slug: () => string) =>
  useWrite(
    (person: number, headers) =>
      told(
        client.POST("/api/courses/{slug}/people/{person_id}/invitation", {
          params: { path: { slug: slug(), person_id: person } },
          headers,
        }),
      ),
    () => touched.nothing(),
  );

/** Sections, and the codes that let into them. */
export function useSectionWrites(slug: () => string) {
  const at = atIn(slug);
  const people = () => touched.people(slug());
  return {
    section: useWrite(
      ({ id, name }: { id: number | null; name: string }, headers) =>
        id === null
          ? told(client.POST("/api/courses/{slug}/sections", { params: at({}), body: { name }, headers }))
          : told(
              client.PUT("/api/courses/{slug}/sections/{section_id}", {
                params: at({ section_id: id }),
                body: { name },
                headers,
              }),
            ),
      people,
    ),
    merge: useWrite(
      ({ id, into }: { id: number; into: number }, headers) =>
        told(
          client.POST("/api/courses/{slug}/sections/{section_id}/merge", {
            params: at({ section_id: id }),
            body: { into },
            headers,
          }),
        ),
      people,
    ),
    makeCode: useWrite(
      (body: Shapes["CodeIn"], headers) =>
        told(client.POST("/api/courses/{slug}/codes", { params: at({}), body, headers })),
      people,
    ),
    closeCode: useWrite(
      (id: number, headers) =>
        told(client.DELETE("/api/courses/{slug}/codes/{code_id}", { params: at({ code_id: id }), headers })),
      people,
    ),
  };
}
