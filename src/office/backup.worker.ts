import "@/core/model/zodWithoutEval";
import * as Comlink from "comlink";
import { holdLifeLine } from "@/workers/life/lifeLine";
import { createBackup } from "./createBackup";
import { startPutter } from "./startPutter";

holdLifeLine(self.name);
Comlink.expose(createBackup({ newId: () => crypto.randomUUID(), startPutter }));
