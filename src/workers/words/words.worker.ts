import * as Comlink from "comlink";
import { convertToHtml } from "mammoth";
import { holdLifeLine } from "../life/lifeLine";
import type { WordsApi } from "./startWords";

const words: WordsApi = {
  htmlOf: async (arrayBuffer) => (await convertToHtml({ arrayBuffer })).value,
};

holdLifeLine(self.name);
Comlink.expose(words);
