import { useQuery } from "@tanstack/vue-query";
import { client, told, type Shapes } from "@/api/client";
import { own, touched } from "@/api/reads";
import { useWrite } from "@/frame/writes";

export const useSessions = () => useQuery(own.sessions());
export const useCode = (code: () => string) =>
  useQuery({ ...own.code(code), enabled: () => code() !== "", retry: false });

export const useAccountWrites = () => ({
  profile: useWrite(
    (body: Shapes["MeIn"], headers) => told(client.PATCH("/api/me", { body, headers })),
    () => touched.budget(),
  ),
  join: useWrite(
    (code: string, headers) => told(client.POST("/api/join/{code}", { params: { path: { code } }, headers })),
    () => touched.overCourses(),
    true,
  ),
});
