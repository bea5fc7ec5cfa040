// Test files run beside each other; each of those that run at once has a database of its own.
const addresses = process.env["DATABASE_URLS"]?.split(" ") ?? [];
const own = addresses[(Number(process.env["VITEST_POOL_ID"] ?? 1) - 1) % addresses.length];
if (own) process.env["DATABASE_URL"] = own;
