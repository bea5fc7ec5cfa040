/** What stands for something that is still to be written; common practice, no source. */
const WHOLE =
  /^(?:\?{2,}|x{3,}|tbc|tbd|t\.b\.[cd]\.?|n\/?k|#+|_{3,}|\.{4,}|-{4,}|<[^<>]+>|\[[^[\]]+\]|\{[^{}]+\}|%[^%]+%)$/i;
const WITHIN = /\?{3,}|\bXXX+\b|\bT\.?B\.?[CD]\b|<[A-Z_ ]{2,}>|\[[A-Z_ ]{3,}\]|#{3,}/;
/** A field's own name as its value; in a title block the same words in small letters are the label of a field. */
const FIELD_NAMES = /^(?:(?:ROOM|SPACE|DOOR|WINDOW|FINISH)[ _-](?:NAME|NUMBER|NO\.?|TYPE|CODE)|[A-Z]+(?:_[A-Z]+)+)$/;

/** Whether a text stands for something that is still to be written. */
export const isPlaceholder = (text: string): boolean =>
  text.length <= 200 && (WHOLE.test(text) || WITHIN.test(text) || FIELD_NAMES.test(text));
