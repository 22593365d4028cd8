import { type ChatState, lookRoutes } from '@kineta/contract';
import { type EntryBody, type RehearsalStage, visitorSees } from '@kineta/core';
import { useMemo } from 'react';
import { useSignedIn } from '../../account/store.ts';
import { useRoute } from '../../shell/query.ts';

/** Whom the shown conversations are between, and where. */
export interface Scene {
  speaker: string;
  business: string;
  /** Somebody of the team, for what is shown with a person. */
  person: { id: string; name: string };
  stage: RehearsalStage;
  /** The team that is waited for. */
  team: string;
}

/** One state in which the chat is looked at. */
export interface PreviewState {
  name: string;
  /** The launcher is looked at, and the chat is not open. */
  isShut?: true;
  /** The chat as its visitor has it. */
  chat(scene: Scene): ChatState;
}

const AT = '2026-01-05T10:00:00.000Z';

/** A chat in which this was said, with what is around it otherwise. */
export function chatOf(
  bodies: readonly EntryBody[],
  { speaker, business }: Scene,
  around: Partial<ChatState> = {},
): ChatState {
  return {
    phase: 'open',
    refusal: '',
    holder: 'flow',
    flow: null,
    speaker,
    business,
    open: true,
    changes: '17:30',
    entries: bodies.filter(visitorSees).map((body, index) => ({ number: index + 1, at: AT, ...body })),
    pending: [],
    typing: '',
    busy: false,
    ...around,
  };
}

/** How a site’s chat looks as it is on the site, and the scene on which it is shown. */
export function useScene(site: string) {
  const { data, error } = useRoute(lookRoutes.get, { params: { id: site } });
  const { workspace, members, member, teams } = useSignedIn();
  const scene = useMemo(
    (): Scene => ({
      speaker: data?.speaker ?? '',
      business: workspace.name,
      team: teams[0]?.name ?? '',
      person: { id: member.id, name: member.name },
      stage: {
        zone: workspace.zone,
        country: workspace.country,
        locale: workspace,
        business: {},
        hours: {},
        teams: [],
      },
    }),
    [data?.speaker, workspace, member.id, member.name, teams],
  );
  const team = useMemo(
    () => members.flatMap(({ id, name, picture }) => (picture ? [{ id, name, picture }] : [])),
    [members],
  );
  return { data, error, scene, team };
}
