import "@/core/model/zodWithoutEval";
import * as Comlink from "comlink";
import { recordWriter } from "@/store/putRecords";
import { holdLifeLine } from "@/workers/life/lifeLine";

holdLifeLine(self.name);
Comlink.expose(recordWriter());
