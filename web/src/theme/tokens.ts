/** The colours of drawings, as the theme names them: one place says what they are (`main.css`). */
const of = (name: string) => `var(--color-${name})`;

export const colour = {
  /** Outlines, the edge of metal. */
  rim: of("rim"),
  ink: of("ink"),
  quiet: of("quiet"),
  /** Help lines. */
  faint: of("faint"),
  line: of("line"),
  /** The border of what can be set. */
  edge: of("edge"),
  enamel: of("enamel"),
  raised: of("raised"),
  rail: of("rail"),
  onRail: of("on-rail"),
  well: of("well"),
  /** Dough before the oven, and after it. */
  raw: of("raw"),
  baked: of("baked"),
  crumb: of("crumb"),
  /** Shares of a dough. */
  water: of("water"),
  filling: of("filling"),
  /** What goes on cookies, the same in both themes. */
  icing: of("icing"),
  icingEdge: of("icing-edge"),
  chocolate: of("chocolate"),
  nut: of("nut"),
  sheen: of("sheen"),
  flour: of("flour"),
  askEdge: of("ask-edge"),
  stopEdge: of("stop-edge"),
} as const;
