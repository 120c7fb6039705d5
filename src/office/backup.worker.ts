import * as Comlink from "comlink";
import { holdLifeLine } from "@/workers/life/lifeLine";
import { createBackup } from "./createBackup";

holdLifeLine(self.name);
Comlink.expose(createBackup(() => crypto.randomUUID()));
