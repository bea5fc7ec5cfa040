#!/usr/bin/env -S node --max-semi-space-size=64
// Room for 64 MB of short-lived values before they are cleared away: a tenth less of the processor's time (docs/bench.md).
// The command is bundled on install and by `npm run build`.
import "./pace.mjs";
import "../dist/hemstitch.mjs";
