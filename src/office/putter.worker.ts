import "@/core/model/zodWithoutEval";
import * as Comlink from "comlink";
import { recordPutter } from "@/store/putRecords";
import { holdLifeLine } from "@/workers/life/lifeLine";

holdLifeLine(self.name);
Comlink.expose(recordPutter());
