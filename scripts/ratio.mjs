// How much of the code is tests: more than a third means duplication, less than a quarter means holes.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";

const files = execFileSync("git", ["ls-files", "*.ts", "*.tsx", "*.mjs", "*.scss"], { encoding: "utf8" })
  .trim()
  .split("\n");
const isTest = (file) => /\.test\.tsx?$|^e2e\/|\/testing\//.test(file);
const codeLines = (file) =>
  readFileSync(file, "utf8")
    .split("\n")
    .filter((line) => line.trim() && !/^\s*(\/\/|\/?\*)/.test(line)).length;
const sum = (chosen) => chosen.reduce((total, file) => total + codeLines(file), 0);
const tests = sum(files.filter(isTest));
const all = sum(files);
console.info(`${tests} of ${all} code lines are tests: ${((100 * tests) / all).toFixed(1)} % (aim: 25 to 33)`);
