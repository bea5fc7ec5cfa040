/** A point, the unit of a PDF, in millimetres. */
export const POINT_MM = 25.4 / 72;
