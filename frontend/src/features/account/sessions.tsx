import { useEndOthers, useEndSession, useSessions } from "@/api/own";
import { Button, Failed, Waiting } from "@/ui/controls";
import { clockText, dayText } from "@/units/units";
import { say } from "@/words/say";

const AGENT = {
  phone: say("screen-sessions-a-phone"),
  tablet: say("screen-sessions-a-tablet"),
  computer: say("screen-sessions-a-computer"),
};
const moment = (at: string) => `${dayText(new Date(at))} ${clockText(new Date(at))}`;

/** Where this account is signed in; each can be ended. */
export function Sessions() {
  const sessions = useSessions();
  const end = useEndSession();
  const others = useEndOthers();
  const failed = end.error ?? others.error;
  return (
    <section aria-labelledby="own-sessions" className="plate flex flex-col gap-3 p-4">
      <h2 id="own-sessions" className="m-0 text-lg">
        {say("screen-sessions-signed-in-on")}
      </h2>
      <p className="m-0 text-sm text-ash">{say("screen-sessions-ends-by-itself")}</p>
      {sessions.isPending && <Waiting what={say("screen-sessions-looking")} />}
      {sessions.isError && <Failed error={sessions.error} again={() => void sessions.refetch()} />}
      <ul className="m-0 list-none p-0">
        {sessions.data?.map((s) => (
          <li
            key={s.id}
            className="flex flex-wrap items-center gap-x-4 border-b border-seam py-2 last:border-0"
          >
            <span className="min-w-0 flex-1">
              <b>{AGENT[s.agent]}</b>{" "}
              {s.here && <span className="text-ember">{say("screen-sessions-this-one")}</span>}
              <span className="block text-sm text-ash">
                {say("screen-sessions-since-and-last", {
                  began: moment(s.began_at),
                  seen: moment(s.seen_at),
                  address: s.address,
                })}
              </span>
            </span>
            {!s.here && (
              <Button
                aria-label={say("screen-sessions-end-of", {
                  agent: AGENT[s.agent],
                  began: moment(s.began_at),
                })}
                onClick={() => end.mutate(s.id)}
              >
                {say("screen-sessions-end")}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {(sessions.data?.length ?? 0) > 1 && (
        <Button className="self-start" onClick={() => others.mutate()}>
          {say("screen-sessions-end-all-others")}
        </Button>
      )}
      {failed && (
        <p role="alert" className="m-0 text-alarm">
          {failed.message}
        </p>
      )}
    </section>
  );
}
