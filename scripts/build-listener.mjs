// The listener runs before the framework, so it is bundled apart: one file, with packages left where they are.
import path from "node:path";
import { build } from "esbuild";
import { ROOT } from "./lib/prepare.mjs";

await build({
  absWorkingDir: ROOT,
  entryPoints: ["src/post/edge/listener.ts"],
  outfile: path.join(ROOT, ".listener/listener.mjs"),
  bundle: true,
  packages: "external",
  platform: "node",
  format: "esm",
  target: "node20",
  logLevel: "warning",
});
