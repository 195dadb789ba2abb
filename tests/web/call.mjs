// Calls functions of the interface's own modules: a line of JSON in ({module, name, args}), a line of JSON out.
import { createInterface } from "node:readline";
import { createRequire } from "node:module";
import { pathToFileURL } from "node:url";

const web = process.argv[2];
const vitePath = createRequire(`${web}/package.json`).resolve("vite");
const { createServer } = await import(pathToFileURL(vitePath).href);
const server = await createServer({
  root: web,
  configFile: false,
  appType: "custom",
  logLevel: "error",
  server: { middlewareMode: true, hmr: false, ws: false, watch: null },
  optimizeDeps: { noDiscovery: true, include: [] },
});

/** Dates travel as {"$date": "…"}. */
const revive = (_, value) => (value && typeof value === "object" && "$date" in value ? new Date(value.$date) : value);

for await (const line of createInterface({ input: process.stdin })) {
  const { module, name, args } = JSON.parse(line, revive);
  let answer;
  try {
    const loaded = await server.ssrLoadModule(`/src/${module}`);
    answer = { value: (await loaded[name](...args)) ?? null };
  } catch (error) {
    answer = { error: String(error) };
  }
  process.stdout.write(`${JSON.stringify(answer)}\n`);
}
await server.close();
