/** A picture taken or chosen, made small on this device before it goes anywhere. */
import { useRef, useState } from "react";
import { Button } from "./controls";

const LONGEST_PX = 1280;
const QUALITY = 0.82;
const MOST_LETTERS = 900_000;

/** As base64 of a JPEG. What else a camera writes into its files is left behind. */
async function small(file: File): Promise<string> {
  const image = await createImageBitmap(file, { imageOrientation: "from-image" });
  const share = Math.min(1, LONGEST_PX / Math.max(image.width, image.height));
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [Math.round(image.width * share), Math.round(image.height * share)];
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  for (const quality of [QUALITY, 0.6, 0.4]) {
    const text = canvas.toDataURL("image/jpeg", quality).split(",")[1] ?? "";
    if (text && text.length <= MOST_LETTERS) return text;
  }
  throw new Error("too large");
}

/** `value`: a new one as base64, empty for none; `kept` is the address of the one there is. */
export function PictureField(props: {
  value: string | null;
  kept?: string;
  onValue: (value: string | null) => void;
}) {
  const { value, kept, onValue } = props;
  const input = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState<string>();
  const shown = value ? `data:image/jpeg;base64,${value}` : value === null ? kept : undefined;
  const take = async (file: File | undefined) => {
    if (!file) return;
    try {
      onValue(await small(file));
      setWrong(undefined);
    } catch {
      setWrong("This is no picture that can be read here. Choose a JPEG, PNG or WebP.");
    }
  };
  return (
    <div>
      <p className="mb-0.5 text-note font-medium text-quiet">A picture, if you like</p>
      <div className="flex flex-wrap items-center gap-3">
        {shown && (
          <img
            src={shown}
            alt="The bake, as it is kept"
            className="h-24 max-w-48 rounded-[10px] object-cover"
          />
        )}
        <input
          ref={input}
          type="file"
          accept="image/*"
          className="sr-only"
          tabIndex={-1}
          aria-label="Choose a picture"
          onChange={(event) => {
            take(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
        <Button onClick={() => input.current?.click()}>
          {shown ? "Another picture" : "Take or choose a picture"}
        </Button>
        {shown && (
          <Button kind="quiet" onClick={() => onValue(value && !kept ? null : "")}>
            Take it away
          </Button>
        )}
        <span className="min-w-[min(14rem,100%)] flex-1 text-note text-quiet">
          Made small and kept in this kitchen alone; where and with what it was taken is left out.
        </span>
      </div>
      {wrong && (
        <p role="alert" className="mt-1 font-medium text-stop-edge">
          {wrong}
        </p>
      )}
    </div>
  );
}
