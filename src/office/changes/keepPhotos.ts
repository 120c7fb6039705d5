import { type Change, setRows } from "@/core/change/change";
import type { World } from "@/core/model/world";
import { keepFile } from "@/store/keepFile";
import type { OfficeCore } from "../open/officeCore";

/** Keeps a photo as a file; gives what names it. `bytes` are JPEG. */
export async function keepPhoto({ database }: Pick<OfficeCore, "database">, bytes: ArrayBuffer): Promise<string> {
  return (await keepFile(database, "photo.jpg", "image/jpeg", bytes)).sha256;
}

/** Keeps photos as files, and gives the change by which students have them. */
export async function keepPhotos(
  office: Pick<OfficeCore, "database">,
  photos: readonly { readonly studentId: string; readonly bytes: ArrayBuffer }[],
): Promise<(world: World) => Change> {
  const named: (readonly [studentId: string, photo: string])[] = [];
  for (const { studentId, bytes } of photos) named.push([studentId, await keepPhoto(office, bytes)]);
  return ({ students }) => ({
    students: setRows<"students">(
      students,
      named.flatMap(([id, photo]) => {
        const student = students.get(id);
        return student ? [[id, { ...student, photo }] as const] : [];
      }),
    ),
  });
}
