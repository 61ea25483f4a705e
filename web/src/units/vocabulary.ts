/** One vocabulary at a time: the same part has other names elsewhere. */
export type Vocabulary = "uk" | "us" | "au";

type Term = "float" | "shot" | "hooklength" | "stop" | "swim" | "bed";

const WORDS: Record<Vocabulary, Record<Term, string>> = {
  uk: { float: "float", shot: "shot", hooklength: "hooklength", stop: "stop knot", swim: "swim", bed: "bed" },
  us: { float: "bobber", shot: "split shot", hooklength: "leader", stop: "bobber stop", swim: "spot", bed: "bottom" },
  au: { float: "float", shot: "split shot", hooklength: "trace", stop: "float stop", swim: "mark", bed: "bottom" },
};

export const word = (term: Term, vocabulary: Vocabulary): string => WORDS[vocabulary][term];

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** So many of a thing, in words. */
export const counted = (n: number, thing: string): string => `${n} ${thing}${n === 1 ? "" : "s"}`;

/** Put a sentence of the core, which is written in the first vocabulary, into another. */
export function inWords(sentence: string, vocabulary: Vocabulary): string {
  if (vocabulary === "uk") return sentence;
  const words = WORDS[vocabulary];
  return sentence
    .replace(/\bfloat(s?)\b/g, `${words.float}$1`)
    .replace(/\bFloat(s?)\b/g, `${capital(words.float)}$1`)
    .replace(/\bhooklength\b/g, words.hooklength)
    .replace(/\bthe bed\b/g, `the ${words.bed}`);
}
