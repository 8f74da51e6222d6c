import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";

import { useCooks, usePhoto, useRunning } from "@/api/hooks";
import { Button, Mistake, Waiting } from "@/ui/controls";
import { dayText } from "@/units/units";
import { say } from "@/words/say";

/** Where the service worker keeps what was shared. */
const SHARED = "brasko-shared";
const KEY = "/shared-photo";
/** So many of the last cooks are offered beside those that go on. */
const LATELY = 4;

async function sharedPhoto(): Promise<Blob | null> {
  if (!("caches" in window)) return null;
  const found = await (await caches.open(SHARED)).match(KEY);
  return found ? found.blob() : null;
}

const forget = async () => (await caches.open(SHARED)).delete(KEY);

/** A photo that was shared to Brasko: which cook does it belong to? */
export function SharedPhotoPage() {
  const [photo, setPhoto] = useState<Blob | null | undefined>(undefined);
  const running = useRunning();
  const cooks = useCooks();
  useEffect(() => {
    void sharedPhoto().then(setPhoto, () => setPhoto(null));
  }, []);
  if (photo === undefined || running.isPending || cooks.isPending)
    return <Waiting what={say("screen-shared-photo-opening")} />;
  if (photo === null)
    return (
      <section className="plate mt-2 max-w-2xl p-4">
        <h1 className="m-0 text-2xl">{say("screen-shared-photo-none")}</h1>
        <p>{say("screen-shared-photo-how")}</p>
        <Link to="/log" className="link">
          {say("screen-shared-photo-to-the-log")}
        </Link>
      </section>
    );
  const now = running.data ?? [];
  const lately = (cooks.data ?? []).filter((c) => c.ended_at !== null).slice(0, LATELY);
  return <Choose photo={photo} cooks={[...now, ...lately]} running={now.map((c) => c.id)} />;
}

interface ChooseProps {
  photo: Blob;
  cooks: readonly { id: number; title: string; eat_at: string }[];
  running: readonly number[];
}

function Choose({ photo, cooks, running }: ChooseProps) {
  const [url] = useState(() => URL.createObjectURL(photo));
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  return (
    <section aria-labelledby="shared-photo" className="plate mt-2 flex max-w-2xl flex-col gap-3 p-4">
      <h1 id="shared-photo" className="m-0 text-2xl">
        {say("screen-shared-photo-which-cook")}
      </h1>
      <img src={url} alt={say("screen-shared-photo-alt")} className="max-h-80 self-start rounded-bar" />
      {cooks.length === 0 && <p className="m-0">{say("screen-shared-photo-no-cooks")}</p>}
      <ul className="m-0 flex list-none flex-col gap-2 p-0">
        {cooks.map((cook) => (
          <AddTo key={cook.id} cook={cook} photo={photo} isRunning={running.includes(cook.id)} />
        ))}
      </ul>
    </section>
  );
}

interface AddToProps {
  cook: ChooseProps["cooks"][number];
  photo: Blob;
  isRunning: boolean;
}

function AddTo({ cook, photo, isRunning }: AddToProps) {
  const navigate = useNavigate();
  const { add } = usePhoto(cook.id);
  const put = () =>
    add.mutate(new File([photo], "photo.jpg", { type: photo.type }), {
      onSuccess: async () => {
        await forget();
        void navigate(isRunning ? `/cook/${cook.id}` : `/log/${cook.id}`);
      },
    });
  return (
    <li className="flex flex-col gap-1">
      <Button
        weight={isRunning ? "ember" : "plain"}
        className="self-start"
        disabled={add.isPending}
        onClick={put}
      >
        {say("screen-shared-photo-add-to", { title: cook.title, day: dayText(new Date(cook.eat_at)) })}
      </Button>
      {add.error && <Mistake>{add.error.message}</Mistake>}
    </li>
  );
}
