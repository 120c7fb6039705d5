import "@/core/model/zodWithoutEval";
import * as Comlink from "comlink";
import { holdLifeLine } from "@/workers/life/lifeLine";
import { createBackup } from "./createBackup";
import { startRestoreWriter } from "./startRestoreWriter";

holdLifeLine(self.name);
Comlink.expose(createBackup({ newId: () => crypto.randomUUID(), startRestoreWriter }));
