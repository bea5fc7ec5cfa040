// A command runs for a second or two. The engine would spend a good part of it on making code faster that has hardly begun
// to be used; told to wait three times as long before it does, it takes a fifth to a third less of the processor's time
// (measured: docs/bench.md). Other versions of the engine know other settings, and are left as they are.
import { setFlagsFromString } from "node:v8";

if (process.versions.v8.startsWith("11.")) setFlagsFromString("--interrupt-budget=400000");
