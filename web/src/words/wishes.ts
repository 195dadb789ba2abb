/** A wish in words: its closed sets, what was wished, what it comes to, how far off that is. */
import type { Kitchen, Schemas } from "../client/api";
import type { Wish } from "../client/wishes";
import { length, lengthRange, minutes, money, percent, thickness } from "./numbers";

export const AVOIDED: Record<Schemas["Without"], string> = {
  egg: "egg",
  milk: "milk",
  nut: "nuts",
  gluten: "gluten",
  soy: "soya",
  sesame: "sesame",
  animal: "anything from animals",
  added_sugar: "added sugar",
};

export const BITES: Record<Schemas["BiteName"], string> = {
  crisp: "Crisp",
  chewy: "Chewy",
  cakey: "Cakey",
  short: "Short",
  crumbly: "Crumbly",
};

export const RIM_COLOURS: Record<Schemas["RimColour"], string> = {
  pale: "pale",
  light_gold: "light gold",
  golden: "golden",
  brown: "brown",
  dark: "dark",
};

export const KEEPS_FOR: Record<Schemas["KeepsFor"], string> = {
  four_days: "four days",
  a_week_or_two: "a week or two",
  weeks: "weeks",
};

export const MEASURED_IN: Record<Schemas["MeasuredIn"], string> = {
  grams: "on the scale",
  cups: "by cups and spoons",
};

export const SENSES: Record<Schemas["Sense"], string> = {
  about: "about",
  at_least: "at least",
  at_most: "at most",
};

export const OFFERS: Record<Schemas["OfferKind"], { title: string; why: string }> = {
  nearest: { title: "Nearest to yours", why: "Meets the wish with the least changed." },
  best: { title: "Best at the wish", why: "Nearest to the wish, however much is changed." },
  simplest: { title: "Simplest", why: "The fewest things changed that still come near." },
  another: { title: "Another way", why: "Meets the wish by other means." },
};

/** The figures of a wish, as they are called in a sentence. */
export const FIGURES: Record<string, string> = {
  width: "wide",
  per_tray: "to a tray",
  height: "high",
  crisp: "crisp",
  chewy: "chewy",
  cakey: "cakey",
  short: "short",
  crumbly: "crumbly",
  colour: "rim",
  sweetness: "sweet",
  keeps: "keeps",
  minutes: "in the oven",
  cost: "each",
  sweet: "sweet",
  water: "moist",
  pantry: "only from the pantry",
};

type Figure = Schemas["WishFigure"];

/** Before a figure: "about" goes without saying. */
const before = (sense: Schemas["Sense"]) => (sense === "about" ? "" : `${SENSES[sense]} `);

/** A figure in its own unit. */
export function said(name: string, value: number, kitchen: Kitchen): string {
  switch (name) {
    case "width":
    case "per_tray":
      return length(value, kitchen);
    case "height":
      return thickness(value, kitchen);
    case "minutes":
      return `${minutes(value)} min`;
    case "sweetness":
    case "sweet":
      return percent(value);
    case "cost":
      return money(value.toFixed(2), kitchen);
    case "water":
      return value.toFixed(2);
    default:
      return `${Math.round(value)} of 100`;
  }
}

export const wishedWords = (figure: Figure, kitchen: Kitchen) =>
  figure.wished_word || `${before(figure.sense)}${said(figure.name, figure.wished, kitchen)}`;

/** What it comes to, with its range where that is known. */
export function gotWords(figure: Figure, kitchen: Kitchen): string {
  const { name, got } = figure;
  if (name === "width" || name === "height")
    return `${said(name, got.value, kitchen)} (${lengthRange(got, kitchen)})`;
  if (name === "minutes") return `${minutes(got.low)} to ${minutes(got.high)} min`;
  return figure.got_word || said(name, got.value, kitchen);
}

/** How far off it is: what is given up of the wish. */
export function offWords(figure: Figure, kitchen: Kitchen): string {
  const by = figure.got.value - figure.wished;
  if (figure.name === "width")
    return `${length(Math.abs(by), kitchen)} ${by > 0 ? "too wide" : "too narrow"}`;
  if (figure.name === "height")
    return `${thickness(Math.abs(by), kitchen)} ${by > 0 ? "too high" : "too low"}`;
  if (figure.name === "minutes") return `${minutes(Math.abs(by))} min too long`;
  if (figure.name === "sweetness")
    return `${percent(Math.abs(by))} ${by > 0 ? "too sweet" : "not sweet enough"}`;
  if (figure.name === "cost") return "too dear";
  if (figure.name === "per_tray") return "too wide for that";
  if (figure.name === "keeps") return "keeps less long";
  if (figure.name === "colour") return by > 0 ? "darker" : "paler";
  return `${Math.round(Math.abs(by))} ${by > 0 ? "too much" : "too little"}`;
}

/** The whole wish as one line: where a dough on the shelf comes from. */
export function originOf(wish: Wish, kitchen: Kitchen, from: string | undefined): string {
  const of = (name: string, want: Schemas["Want"] | null | undefined) =>
    want ? [`${before(want.sense)}${said(name, want.value, kitchen)} ${FIGURES[name]}`] : [];
  const parts = [
    ...(wish.count ? [`${wish.count} of them`] : []),
    ...of("width", wish.width_mm),
    ...of("height", wish.height_mm),
    ...wish.bites.map((bite) => `${bite.texture} ${Math.round(bite.score)} of 100`),
    ...(wish.colour ? [`${RIM_COLOURS[wish.colour]} at the rim`] : []),
    ...(wish.keeps ? [`keeps ${KEEPS_FOR[wish.keeps]}`] : []),
    ...of("minutes", wish.bake_min),
    ...(wish.per_tray ? [`${wish.per_tray} to a tray`] : []),
    ...(wish.without.length ? [`without ${wish.without.map(({ what }) => AVOIDED[what]).join(" or ")}`] : []),
    ...(wish.pantry_only ? ["only from the pantry"] : []),
  ];
  return `Wished${from ? `, from ${from}` : ""}: ${parts.join(", ")}`;
}
