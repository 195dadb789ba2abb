/** How a tablet comes to trust this kitchen's own certificate, in three steps, and what for. */
import { CERTIFICATE, type DoorNow } from "../client/door";
import { FileButton } from "./controls";
import { Panel } from "./notes";

export function Trust({ door }: { door: DoorNow }) {
  if (!door.secure_url) return null;
  return (
    <Panel title={door.who === "here" ? "By https: three steps on the tablet" : "By https, in three steps"}>
      <ol className="grid gap-4 p-4">
        <Step number={1} name="Take the kitchen’s certificate">
          <FileButton href={CERTIFICATE}>Download the certificate</FileButton>
        </Step>
        <Step number={2} name="Install it on the device">
          <p>
            In the device’s settings look for “certificate”, and install the file as a{" "}
            <strong>CA certificate</strong> (or profile). Some devices want it switched on after that, under
            “certificate trust”. Its SHA-256 must be the same there and on the kitchen computer:
          </p>
          <code className="grid text-note">
            {door.fingerprint?.match(/.{1,24}/g)?.map((eight) => (
              <span key={eight}>{eight}</span>
            ))}
          </code>
        </Step>
        <Step number={3} name="Open the kitchen by its https address">
          <a className="font-semibold break-all underline underline-offset-4" href={door.secure_url}>
            {door.secure_url}
          </a>
        </Step>
      </ol>
      <p className="border-t-[1.5px] border-line p-4 text-plain text-quiet">
        Browsers keep the screen on, notify, install the app and open it without the kitchen computer only by
        https. By http the oven keeps the screen on with a muted picture and sounds after the first touch. The
        certificate was made by your own kitchen; it vouches for addresses in a home network alone.
      </p>
    </Panel>
  );
}

function Step(props: { number: number; name: string; children: React.ReactNode }) {
  return (
    <li className="grid grid-cols-[2.25rem_minmax(0,1fr)] gap-x-2">
      <span aria-hidden className="text-figure leading-none font-extrabold">
        {props.number}
      </span>
      <div className="grid justify-items-start gap-2">
        <h3 className="text-lead font-bold">{props.name}</h3>
        {props.children}
      </div>
    </li>
  );
}
