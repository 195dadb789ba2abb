/** Tablets and phones: who is let in, letting one more in by a code, and how it comes to trust this kitchen. */
import { useEffect, useState } from "react";
import type { Kitchen } from "../../client/api";
import { type Device, type Invitation, useDevices, useDoor, useLettingIn } from "../../client/door";
import { useKitchen } from "../../client/kitchen";
import { Button } from "../../pieces/controls";
import { Ask } from "../../pieces/dialog";
import { Note, Panel } from "../../pieces/notes";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { Trust } from "../../pieces/trust";
import { countdown } from "../../words/countdown";
import { clock, day } from "../../words/numbers";

export function Tablets() {
  const { data: kitchen } = useKitchen();
  const { data: door } = useDoor();
  if (!kitchen || !door) return <Coming title="Tablets and phones" />;
  return (
    <>
      <PlaceHeader title="Tablets and phones" />
      <div className="grid items-start gap-4 p-5 lg:grid-cols-2">
        {door.who === "here" ? (
          <LetIn kitchen={kitchen} open={door.secure_url !== null} />
        ) : (
          <Panel title="This device">
            <p className="p-4">
              It is let in as <strong>{door.device}</strong>. Who else is, is said on the kitchen computer.
            </p>
          </Panel>
        )}
        <Trust door={door} />
      </div>
    </>
  );
}

function LetIn({ kitchen, open }: { kitchen: Kitchen; open: boolean }) {
  const { invite } = useLettingIn();
  const [invitation, setInvitation] = useState<Invitation>();
  const [wrong, setWrong] = useState<string>();
  const { data: devices } = useDevices(invitation !== undefined);
  const many = devices?.length;
  const [before, setBefore] = useState<number>();
  // The code is used up when one more is in.
  useEffect(() => {
    if (invitation && before !== undefined && many !== undefined && many > before) setInvitation(undefined);
  }, [invitation, before, many]);
  const ask = () => {
    setWrong(undefined);
    setBefore(many);
    invite().then(setInvitation, (failure: Error) => setWrong(failure.message));
  };
  return (
    <Panel title="Let in">
      <div className="grid gap-4 p-4">
        {!open && (
          <Note severity="note">
            Only this computer sees the kitchen now. To let tablets and phones of your home in, stop Fine
            Batch and start it with <code>finebatch serve --home</code>.
          </Note>
        )}
        {wrong && <Note severity="stop">{wrong}</Note>}
        {invitation ? (
          <Code invitation={invitation} onOver={() => setInvitation(undefined)} />
        ) : (
          open && (
            <Button kind="main" className="justify-self-start" onClick={ask}>
              Let a device in
            </Button>
          )
        )}
        <ul className="divide-y divide-line border-t-[1.5px] border-line">
          {devices?.map((device) => (
            <Row key={device.id} device={device} kitchen={kitchen} />
          ))}
          {devices?.length === 0 && <li className="py-3 text-quiet">No tablet or phone is let in.</li>}
        </ul>
      </div>
    </Panel>
  );
}

/** The code, large enough to be read from the tablet, and as a square to be photographed. */
function Code({ invitation, onOver }: { invitation: Invitation; onOver: () => void }) {
  const { code, qr, url, good_s } = invitation;
  const [ends_ms] = useState(() => Date.now() + good_s * 1000);
  const [now_ms, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    if (now_ms > ends_ms) onOver();
  }, [now_ms, ends_ms, onOver]);
  const size = qr.length;
  const dark = qr.flatMap((row, y) =>
    [...row].flatMap((one, x) => (one === "1" ? [`M${x} ${y}h1v1h-1z`] : [])),
  );
  return (
    <section aria-label="A code for one device" className="flex flex-wrap items-center gap-5">
      <svg
        viewBox={`-4 -4 ${size + 8} ${size + 8}`}
        className="size-44 rounded-[10px]"
        role="img"
        aria-label="The address with the code, as a square to be photographed"
        shapeRendering="crispEdges"
      >
        <rect x="-4" y="-4" width={size + 8} height={size + 8} fill="#fff" />
        <path d={dark.join("")} fill="#000" />
      </svg>
      <div className="grid gap-1">
        <p className="text-figure font-extrabold tracking-[0.12em]">
          {code.slice(0, 4)} {code.slice(4)}
        </p>
        <p>
          Photograph the square with the device, or open{" "}
          <strong className="break-all">{url.split("/let-in")[0]}</strong> there and type the code.
        </p>
        <p className="text-quiet" role="timer">
          For one device, good for {countdown(ends_ms - now_ms)} min.
        </p>
      </div>
    </section>
  );
}

function Row({ device, kitchen }: { device: Device; kitchen: Kitchen }) {
  const { withdraw, rename } = useLettingIn();
  const [asking, setAsking] = useState(false);
  const [name, setName] = useState<string>();
  const [wrong, setWrong] = useState<string>();
  const seen = new Date(device.seen_at);
  const keep = () => {
    if (name?.trim() && name.trim() !== device.name)
      rename(device.id, name.trim()).catch((failure: Error) => setWrong(failure.message));
    setName(undefined);
  };
  return (
    <li className="flex flex-wrap items-center gap-2 py-2">
      <div className="min-w-44 flex-1">
        <input
          aria-label={`What ${device.name} is called`}
          className="min-h-11 w-full rounded-[9px] border-[1.5px] border-transparent bg-transparent px-2 font-bold hover:border-edge focus:border-edge"
          value={name ?? device.name}
          maxLength={60}
          onChange={(event) => setName(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        />
        <p className="px-2 text-note text-quiet">
          seen {day(seen, kitchen)}, {clock(seen, kitchen)}
        </p>
        {wrong && <p className="px-2 text-note text-stop-edge">{wrong}</p>}
      </div>
      <Button onClick={() => setAsking(true)} aria-label={`Withdraw ${device.name}`}>
        Withdraw
      </Button>
      {asking && (
        <Ask
          title={`Let “${device.name}” in no more?`}
          yes="Withdraw it"
          onYes={() => withdraw(device.id).catch((failure: Error) => setWrong(failure.message))}
          onNo={() => setAsking(false)}
        >
          It sees the kitchen no more from this moment on. What was tapped on it and not sent yet waits there,
          and comes when it is let in again.
        </Ask>
      )}
    </li>
  );
}
