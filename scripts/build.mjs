// Builds everything that runs: the bundles and the web application.
import { bundle } from "./bundle.mjs";
import { bin, run } from "./lib/run.mjs";

await bundle();
run(bin("next"), ["build"], {
  cwd: new URL("../web/", import.meta.url).pathname,
  env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
});
