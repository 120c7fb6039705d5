import * as Comlink from "comlink";
import { createEngine } from "./createEngine";

Comlink.expose(createEngine());
