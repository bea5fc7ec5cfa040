/** The header by which our server tells handlers what address a connection comes from. */
export const PEER_HEADER = "x-hemstitch-peer";
