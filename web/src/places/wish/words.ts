/** A wish in words: what was wished, what it comes to, how far off that is. */
import type { Kitchen, Schemas } from "../../client/api";
import type { Wish } from "../../client/wishes";
import { AVOIDED, FIGURES, KEEPS_FOR, RIM_COLOURS } from "../../words/labels";
import { length, lengthRange, minutes, percent, thickness } from "../../words/numbers";

type Figure = Schemas["WishFigure"];

const SENSES: Record<Schemas["Sense"], string> = { about: "", at_most: "at most ", at_least: "at least " };

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
      return value.toFixed(2);
    case "colour":
      return value < 0.3
        ? "pale"
        : value < 0.75
          ? "light gold"
          : value < 1.5
            ? "golden"
            : value < 3
              ? "brown"
              : "dark";
    case "keeps":
      return value < 0.45
        ? "weeks"
        : value < 0.65
          ? "a week or two"
          : value < 0.8
            ? "four days"
            : "a day or two";
    case "water":
      return value.toFixed(2);
    default:
      return `${Math.round(value)} of 100`;
  }
}

export const wishedWords = (figure: Figure, kitchen: Kitchen) =>
  figure.name === "keeps"
    ? KEEPS_FOR[figure.wished < 0.5 ? "weeks" : figure.wished < 0.7 ? "a_week_or_two" : "four_days"]
    : `${SENSES[figure.sense]}${said(figure.name, figure.wished, kitchen)}`;

/** What it comes to, with its range where that is known. */
export function gotWords(figure: Figure, kitchen: Kitchen): string {
  const { name, got } = figure;
  if (name === "width" || name === "height")
    return `${said(name, got.value, kitchen)} (${lengthRange(got, kitchen)})`;
  if (name === "minutes") return `${minutes(got.low)} to ${minutes(got.high)} min`;
  return said(name, got.value, kitchen);
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
    want ? [`${SENSES[want.sense]}${said(name, want.value, kitchen)} ${FIGURES[name]}`] : [];
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
