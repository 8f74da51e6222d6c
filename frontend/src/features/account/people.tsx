import { useState } from "react";

import { type Role, useInvite, useMembers, useRemoveMember, useTakeInvitesBack } from "@/api/own";
import { Button, Choice, Failed, Mistake } from "@/ui/controls";
import { WayIn } from "@/ui/way-in";
import { dayText } from "@/units/units";
import { say } from "@/words/say";

const ROLES: { key: Role; name: string }[] = [
  { key: "hand", name: say("screen-people-of-hand") },
  { key: "cook", name: say("screen-people-of-cook") },
];
const nameOf = (role: Role) => ROLES.find((r) => r.key === role)!.name;

/** Who else is of the household, and inviting somebody. */
export function People() {
  const people = useMembers(true);
  const invite = useInvite();
  const remove = useRemoveMember();
  const takeBack = useTakeInvitesBack();
  const [role, setRole] = useState<Role>("hand");
  const failed = invite.error ?? remove.error ?? takeBack.error;
  return (
    <section aria-labelledby="own-people" className="plate flex flex-col gap-3 p-4">
      <h2 id="own-people" className="m-0 text-lg">
        {say("screen-people-of-the-household")}
      </h2>
      {people.isError && <Failed error={people.error} again={() => void people.refetch()} />}
      {people.data?.members.length === 0 && (
        <p className="m-0 text-sm text-ash">{say("screen-people-only-you")}</p>
      )}
      <ul className="m-0 list-none p-0">
        {people.data?.members.map((m) => (
          <li
            key={m.id}
            className="flex flex-wrap items-center gap-x-4 border-b border-seam py-2 last:border-0"
          >
            <span className="min-w-0 flex-1">
              <b>{m.username}</b>
              <span className="block text-sm text-ash">
                {say("screen-people-as-since", { role: nameOf(m.role), since: dayText(new Date(m.since)) })}
              </span>
            </span>
            <Button
              aria-label={say("screen-people-remove-of", { name: m.username })}
              onClick={() => remove.mutate(m.id)}
            >
              {say("screen-people-remove")}
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3">
        <div className="min-w-0 flex-1 basis-64">
          <Choice
            label={say("screen-people-invite-as")}
            value={role}
            options={ROLES}
            onChange={(key) => setRole(key as Role)}
          />
        </div>
        <Button onClick={() => invite.mutate(role)} disabled={invite.isPending}>
          {say("screen-people-make-a-link")}
        </Button>
      </div>
      {invite.data && (
        <WayIn
          address={window.location.origin + invite.data.path}
          about={say("screen-people-for-one-until", { until: dayText(new Date(invite.data.expires_at)) })}
        />
      )}
      {(people.data?.waiting ?? 0) > 0 && (
        <p className="m-0 flex flex-wrap items-center gap-3 text-sm">
          {say("screen-people-invitations-open", { count: people.data!.waiting })}
          <Button weight="quiet" onClick={() => takeBack.mutate()}>
            {say("screen-people-take-them-back")}
          </Button>
        </p>
      )}
      {failed && <Mistake>{failed.message}</Mistake>}
    </section>
  );
}
