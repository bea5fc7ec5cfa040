#!/usr/bin/env node
// The command is bundled on install and by `npm run build`.
import "./pace.mjs";
import "../dist/hemstitch.mjs";
