import { once } from "node:events";
import { expect, test } from "vitest";
import { folder, freshFolders } from "../testing";
import { lockFolder } from "./folderLock";

freshFolders();

test("a folder is one server's at a time; a second hears where the first is, and may follow it", async () => {
  const first = await lockFolder(folder, "http://127.0.0.1:4317");
  await expect(lockFolder(folder, "http://127.0.0.1:4318")).rejects.toMatchObject({
    code: "in use",
    message: expect.stringContaining("http://127.0.0.1:4317"),
  });
  first.close();
  await once(first, "close");
  (await lockFolder(folder, "http://127.0.0.1:4318")).close();
});
