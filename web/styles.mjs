// Installs what package.json pins and builds the style sheet. Run by Maven.
import { execFileSync } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";

const quiet = ["--no-save", "--prefer-offline", "--ignore-scripts", "--no-audit", "--no-fund", "--silent"];
const npm = (...args) => execFileSync("npm", ["install", ...quiet, ...args], { stdio: "inherit" });

const { devDependencies } = JSON.parse(readFileSync("package.json", "utf8"));
const native = `@tailwindcss/oxide-linux-${process.arch}-gnu`;
npm();
if (!existsSync(`node_modules/${native}`)) {
  // npm leaves the native part out on Node 18, which its package does not list but on which it works.
  npm("--force", `${native}@${devDependencies.tailwindcss}`);
}
execFileSync(
  process.execPath,
  [
    "node_modules/@tailwindcss/cli/dist/index.mjs",
    "--minify",
    "-i",
    "src/main/css/foldback.css",
    "-o",
    "target/classes/static/css/foldback.css",
  ],
  { stdio: "inherit" },
);
