/** Every closed set of the server and the word a baker reads for each: one that is missing does not compile. */

import type { DoughSpec, Kitchen, Line, Schemas, Tray } from "../client/api";
import type { Theme } from "../theme/dark";

type Making = DoughSpec["making"];
type Change = Schemas["ChangeRequest"]["change"];
type Share = DoughSpec["shares"][number];

/** A set of words as the options of a chooser, in the order they stand here. */
export const options = <K extends string>(words: Record<K, string>) => Object.entries(words) as [K, string][];

export const FORMS: Record<DoughSpec["form"]["kind"], string> = {
  scoop: "Scooped",
  ball: "Rolled ball",
  block: "Cold block",
  batter: "Spread batter",
  cutout: "Cut out",
  sheet: "Scored sheet",
  pan: "Pressed pan",
  log: "Sliced log",
  rope: "Rope shape",
  rusk: "Twice-baked",
};

export const CLOCKS: Record<NonNullable<Kitchen["clock"]>, string> = {
  "24h": "18:30",
  "12h": "6:30 PM",
};

export const DATES: Record<NonNullable<Kitchen["dates"]>, string> = {
  dmy: "day, month, year",
  mdy: "month, day, year",
  ymd: "year, month, day",
};

export const RIMS: Record<Schemas["Rim"], string> = {
  much_paler: "much paler",
  paler: "a little paler",
  right: "as when done",
  darker: "darker",
};

export const MIDDLES: Record<Schemas["Middle"], string> = {
  wet: "wet",
  soft: "soft, matt",
  set: "set",
};

export const UNDERS: Record<Schemas["Under"], string> = {
  pale: "pale",
  golden: "golden",
  brown: "brown",
};

export const LIFTS: Record<Schemas["Lift"], string> = {
  sags: "it sags",
  holds: "it holds",
  slides: "it slides off",
};

export const SMELLS: Record<Schemas["Smell"], string> = {
  dough: "of dough",
  baked: "of baking",
  sharp: "sharp",
};

export const HOURS: Record<Schemas["HoursKind"], string> = {
  oven: "the oven is needed",
  away: "nobody is there",
  helper: "a helper is there",
};

export const ORDERS: Record<Schemas["Order"], string> = {
  changed: "last changed",
  name: "by name",
};

export const WITHOUT = {
  "": "anything",
  egg: "egg",
  milk: "milk",
  nuts: "nuts",
  gluten: "gluten",
} as const;

export const PARTS: Record<NonNullable<Line["part"]>, string> = {
  dough: "in the dough",
  filling: "filling",
  topping: "topping",
  coating: "coating",
  wash: "brushed on",
  glaze: "glaze",
  pan: "for tin and board",
};

export const MIXING: Record<Making["mixing"], string> = {
  creamed_light: "Creamed",
  creamed_heavy: "Creamed fluffy",
  one_stage: "One bowl",
  rub_in: "Rubbed in",
  melted: "Melted",
  foam: "Egg foam",
};

export const FAT: Record<Making["fat_state"], string> = {
  soft: "Soft",
  cold: "Cold",
  melted: "Melted",
  oil: "Oil",
};

export const ATTENTION: Record<Schemas["MethodStep"]["attention"], string> = {
  hands: "hands",
  mixer: "mixer",
  passive: "nobody, it waits",
};

export const AIMS: Record<DoughSpec["finish"], string> = {
  soft: "pull soft",
  usual: "as usual",
  crisp: "bake crisp",
};

export const BY_SHARE: Record<Share["by"], string> = {
  percent: "% of dough",
  grams: "by weight",
  pieces: "pieces",
};

export const KEEPS: Record<Share["keep"], string> = {
  now: "with the rest",
  fridge: "from the fridge",
  freezer: "from frozen",
};

export const SCHEMES: Record<DoughSpec["layout"]["scheme"], string> = {
  best: "best",
  rows: "rows",
  staggered: "staggered",
};

export const FINISHES: Record<Schemas["FinishKind"], string> = {
  egg_wash: "Egg wash",
  rolling_sugar: "Rolling sugar",
  filling: "Filling",
  glaze: "Thin glaze",
  royal_icing: "Royal icing",
  dip: "Chocolate dip",
  drizzle: "Drizzle",
  sprinkles: "Sprinkles",
  powdered_sugar: "Icing sugar dusting",
  topping: "Topping pressed on",
  infused_fat: "Infused fat",
  greased_sheet: "Greased and wiped sheet",
};

export const TOPPINGS: Record<Schemas["Topping"], string> = {
  half_nut: "half a nut",
  whole_nut: "a whole nut",
  seeds: "seeds",
  sprinkles: "sprinkles",
};

export const FACTORS: Record<Schemas["Factor"], string> = {
  chill: "it were chilled shorter or longer",
  oven: "the oven were cooler or hotter",
  sugar: "there were less or more sugar",
  portion: "each were smaller or larger",
  tray: "the tray were another kind",
  shaping: "they were shaped another way",
};

export const WISHES: Record<Schemas["Wish"], string> = {
  egg_free: "without eggs",
  nut_free: "without nuts",
  dairy_free: "without dairy",
  gluten_free: "without gluten",
  vegan: "vegan",
};

export const TRAYS: Record<Tray["kind"], string> = {
  light: "Light metal",
  dark: "Dark metal",
  insulated: "Insulated",
  silicone: "Silicone mat",
};

export const LINERS: Record<Kitchen["liner"], string> = {
  parchment: "Parchment",
  mat: "Baking mat",
  bare: "Bare metal",
  greased: "Greased metal",
};

export const UNITS: Record<Kitchen["units"], string> = { metric: "g and mm", us: "oz and in" };

export const THEMES: Record<Theme, string> = { system: "as the device", light: "light", dark: "dark" };

export const SCALES: Record<Kitchen["scale"], string> = { c: "°C", f: "°F", gas: "Gas marks" };

export const FILLS: Record<Kitchen["habit"]["cup_fill"], string> = { spooned: "Spooned", scooped: "Scooped" };

export const REGIONS: Record<Kitchen["habit"]["region"], string> = {
  us: "US (cup 237 ml)",
  uk: "UK (spoon 15 ml)",
  au: "Australia (spoon 20 ml)",
};

export const ANCHORS: Record<Schemas["DayRequest"]["when"], string> = {
  ready_by: "Ready by",
  start_at: "Start at",
  soonest: "As soon as can be",
};

/** What a baker reports in mid-day; pinning is done on the board. */
export const CHANGES: Record<Exclude<Change["kind"], "pinned">, string> = {
  oven_slower: "the oven is slower than thought",
  bakes_longer: "one tray needs longer",
  time_lost: "time was lost",
  tray_broken: "a tray is out of use",
  dough_dropped: "a dough is dropped",
  dough_not_ready: "a dough in the fridge is not firm yet",
  helper_comes: "a helper comes",
  helper_goes: "the helper goes",
};

export const HEATS: Record<Schemas["Step"]["heat"], string> = {
  chilled: "chilled",
  cool_room: "cool room",
  soft: "soft",
  hot: "hot",
  cooling: "cooling",
  cold: "cold",
};

/** The place of a step, from the top of the board to its foot. */
export const LANES: Record<Schemas["Step"]["place"], string> = {
  hands: "Hands",
  counter: "Counter",
  fridge: "Fridge",
  oven: "Oven",
  cooling: "Cooling rack",
};

/** Spoons that portions are made with. */
export const SPOONS: Record<Schemas["Spoon"], string> = {
  tsp: "teaspoon, level",
  tsp_heaped: "teaspoon, heaped",
  tbsp: "tablespoon, level (15 ml)",
  tbsp_heaped: "tablespoon, heaped",
  tbsp_au: "20 ml spoon, level",
  tbsp_au_heaped: "20 ml spoon, heaped",
};

/** On how many trays two cookies may join. */
export const RISKS: Record<Schemas["JoinRisk"], string> = {
  one_in_5: "on one tray in 5",
  one_in_20: "on one tray in 20",
  one_in_100: "on one tray in 100",
};

/** What a card claims. */
export const CLAIMS: Record<Schemas["ClaimKind"], string> = {
  yield_pieces: "Makes",
  portion_g: "Each",
  spoon_ml: "Spoon",
  ball_mm: "Balls",
  cutter_mm: "Cutter",
  thickness_mm: "Thick",
  log_mm: "Log",
  slice_mm: "Slices",
  pan_mm: "Tin",
  spacing_mm: "Apart",
  oven_c: "Oven",
  fan_c: "Oven, fan",
  gas_mark: "Gas",
  bake_min: "Bake",
  second_bake_min: "Second bake",
  second_oven_c: "Second oven",
  chill_min: "Chill",
  stand_min: "Rest",
  tray_rest_min: "On the tray",
  lining: "Lining",
  form: "Shape",
  done_when: "Done when",
};

/** The shapes and linings that cards speak of, by the server's word. */
export const CARD_FORMS: Record<string, string> = {
  scoop: "dropped or scooped",
  ball: "rolled into balls",
  ball_pressed: "balls, flattened",
  thumbprint: "balls with a thumb's dent",
  cutout: "rolled out and cut",
  slice: "log, sliced",
  pan: "pressed in a tin",
  scored: "rolled out and scored",
  rope: "rolled into ropes",
  wafer: "spread thin",
  twice_baked: "baked twice",
};

export const LININGS: Record<string, string> = {
  paper: "baking paper",
  greased: "greased",
  bare: "bare, ungreased",
  mat: "baking mat",
};

export const VERDICTS: Record<Schemas["Verdict"], string> = {
  pale: "too pale",
  right: "just right",
  dark: "too dark",
};

/** From white to dark, in their order. */
export const SHADES: Record<Schemas["Shade"], string> = {
  white: "white",
  pale: "pale",
  "light gold": "light gold",
  golden: "golden",
  brown: "brown",
  dark: "dark",
};

export const TEXTURES: Record<Schemas["Texture"], string> = {
  crisp: "crisp",
  snappy: "snappy",
  chewy: "chewy",
  soft: "soft",
  cakey: "cakey",
  sandy: "sandy",
  tender: "tender",
  dry: "dry",
  hard: "hard",
  tough: "tough",
  greasy: "greasy",
  crumbly: "crumbly",
};

export const LIKED = ["not again", "so so", "good", "very good", "the best"] as const;

export const UNEXPLAINED: Record<Schemas["Unexplained"], string> = {
  usual: "the usual difference between two bakes",
  perhaps: "perhaps something else too",
  something:
    "something not written down changed: flour scooped, fat softer, a warm tray, another shelf of the oven?",
};

export const SYMPTOMS: Record<Schemas["Symptom"], string> = {
  spread_too_much: "ran together, wide and thin",
  spread_too_little: "small thick lumps",
  domed_cakey: "high, soft and cakey",
  tough: "tough to chew",
  hard_as_stone: "like stones",
  crumbly_dough: "the dough fell apart",
  sticky_dough: "the dough stuck to everything",
  cracked_logs: "logs split along the top",
  slices_crumble: "crumbled when sliced",
  burnt_edge_raw_middle: "dark rim, raw middle",
  uneven_tray: "one side of the tray darker",
  pale: "pale in the middle",
  too_dark: "too dark all over",
  dark_underside: "dark underneath",
  greasy: "greasy",
  shape_lost: "shapes blurred",
  raised_pan_edges: "edges climbed the pan",
  stuck: "stuck to the tray",
  soft_after_a_day: "soft the next day",
  hard_after_a_day: "hard the next day",
  flat_lacy: "flat, with holes",
  joined_edges: "joined at the edges",
  hollow: "hollow under the crust",
  uneven_sizes: "large and small ones",
};

export const WANTED: Record<Schemas["Wanted"], string> = {
  narrower: "narrower",
  wider: "wider",
  thicker: "thicker",
  thinner: "thinner",
  sooner: "done sooner",
  browner: "browner",
  paler: "paler",
  learn: "to learn most",
};

export const PUT_AS: Record<Schemas["Keeps"], string> = {
  pieces: "shaped pieces",
  logs: "logs",
  discs: "discs",
  baked: "baked",
};

export const COLDS: Record<Schemas["Cold"], string> = {
  freezer: "Freezer",
  fridge: "Fridge",
  tin: "Tin",
};

export const ENERGY_UNITS: Record<Schemas["EnergyUnit"], string> = {
  kwh: "kWh",
  m3: "m³ gas",
  therm: "therm",
};

export const LABEL_PAPERS: Record<Schemas["LabelPaper"], string> = {
  a4: "A4",
  letter: "Letter",
  roll: "Roll",
};
