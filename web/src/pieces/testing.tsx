/** One test cookie, offered where a range is too wide for the trays or the clock. */
import { Link, useParams } from "react-router";
import { Note } from "./notes";

export function TestFirst({ why }: { why: string }) {
  const { id = "" } = useParams();
  return (
    <Note severity="note">
      {why}{" "}
      <Link
        className="font-semibold underline underline-offset-4"
        to={`/day?dough=${encodeURIComponent(`${id},1,,,test`)}`}
      >
        Plan the day with a test cookie first
      </Link>
      : baked and measured before the rest is laid out.
    </Note>
  );
}
