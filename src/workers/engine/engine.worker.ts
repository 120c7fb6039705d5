import "@/core/model/zodWithoutEval";
import * as Comlink from "comlink";
import { holdLifeLine } from "../life/lifeLine";
import { createEngine } from "./createEngine";

holdLifeLine(self.name);
Comlink.expose(createEngine());
