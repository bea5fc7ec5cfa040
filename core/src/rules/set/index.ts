import { numberTwice } from "./number-twice";

export const SET_RULES = [numberTwice];
