import * as Comlink from "comlink";
import { MAX_TABLE_BYTES } from "@/core/tables/rawTable";
import { readDelimited } from "@/core/tables/readDelimited";
import { readWorkbook } from "./readWorkbook";
import type { TablesApi } from "./tablesApi";

/** The first bytes of every zip file, and so of every workbook. */
const ZIP_SIGNATURE = "PK";

const tables: TablesApi = {
  read: async (file) => {
    if (file.size > MAX_TABLE_BYTES) return { ok: false, problem: { code: "too large", fileName: file.name } };
    if (file.size === 0) return { ok: false, problem: { code: "empty", fileName: file.name } };
    const isWorkbook = (await file.slice(0, 2).text()) === ZIP_SIGNATURE;
    return isWorkbook ? readWorkbook(file) : readDelimited(new Uint8Array(await file.arrayBuffer()), file.name);
  },
};

Comlink.expose(tables);
