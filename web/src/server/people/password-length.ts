/** Shortest password (OWASP ASVS 4.0.3, 2.1.1), and the longest that is hashed. */
export const SHORTEST_PASSWORD = 12;
export const LONGEST_PASSWORD = 128;
