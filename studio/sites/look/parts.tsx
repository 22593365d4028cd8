import { type Face, glyphStrokes, type Look, launcherGlyphs } from '@kineta/core';
import { useId } from 'react';
import { FacePicker } from '../../pictures/face-picker.tsx';
import { OwnPicture } from '../../pictures/own-picture.tsx';
import { Part, Row } from '../row.tsx';
import { ChoiceRow, NumberRow, SwitchRow, TextRow, useValue } from './rows.tsx';

/** Who speaks. */
export function Voice({ speaker }: { speaker: string }) {
  const { value, set } = useValue<Face | null>(['voice', 'face']);
  return (
    <Part name="The voice">
      <TextRow label="Name" at={['voice', 'name']} usual={speaker || 'as each flow says'} />
      <Row label="Face">
        <FacePicker name="Face" face={value} onFace={set} />
      </Row>
      <ChoiceRow
        label="Font"
        at={['font']}
        choices={[
          ['ours', 'Ours'],
          ['page', 'The page’s own'],
        ]}
      />
    </Part>
  );
}

function GlyphRow() {
  const { value, set } = useValue<Look['launcher']['picture']>(['launcher', 'picture']);
  const id = useId();
  return (
    <Row label="Picture">
      <div role="radiogroup" aria-label="Picture of the launcher" className="flex flex-wrap items-center gap-1">
        {[...launcherGlyphs, 'face' as const, 'none' as const].map(one => (
          <label
            key={one}
            className="grid h-8 min-w-8 cursor-pointer place-items-center rounded-md border border-rule px-1.5 text-[0.8125rem] has-checked:border-petrol has-checked:bg-petrol-2 has-focus-visible:outline-2"
          >
            <input
              type="radio"
              name={id}
              aria-label={one}
              checked={value === one}
              className="sr-only"
              onChange={() => set(one)}
            />
            {one === 'face' || one === 'none' ? (
              one
            ) : (
              <svg
                viewBox="0 0 16 16"
                className="size-4"
                fill="none"
                stroke="currentColor"
                strokeWidth="1.6"
                strokeLinecap="round"
                strokeLinejoin="round"
                aria-hidden="true"
              >
                <path d={glyphStrokes[one]} />
              </svg>
            )}
          </label>
        ))}
      </div>
    </Row>
  );
}

function Standing({ on }: { on: 'wide' | 'phone' }) {
  const { value: chat, set } = useValue<Look['standing']['wide']['chat']>(['standing', on, 'chat']);
  const id = useId();
  return (
    <>
      <ChoiceRow
        label="Side"
        at={['standing', on, 'side']}
        choices={[
          ['right', 'Right'],
          ['left', 'Left'],
        ]}
      />
      <NumberRow label="From the side" at={['standing', on, 'edge']} unit="px" />
      <NumberRow label="From below" at={['standing', on, 'up']} unit="px" />
      <NumberRow label="Its height" at={['standing', on, 'size']} unit="px" />
      <NumberRow label="Corners" at={['standing', on, 'corners']} unit="px round" />
      <Row label="The chat" id={id}>
        <select
          id={id}
          value={chat === null ? 'whole' : 'own'}
          className="min-h-8 w-full rounded-md border border-rule bg-sheet px-2.5 py-1"
          onChange={event => set(event.target.value === 'whole' ? null : { width: 376, height: 604 })}
        >
          <option value="own">Has a size of its own</option>
          <option value="whole">Fills the screen</option>
        </select>
      </Row>
      {chat ? (
        <>
          <NumberRow label="Width" at={['standing', on, 'chat', 'width']} unit="px" />
          <NumberRow label="Height" at={['standing', on, 'chat', 'height']} unit="px, if there is room" />
        </>
      ) : null}
    </>
  );
}

/** What is pressed to open the chat, and where both stand. */
export function Launcher({ name }: { name: string }) {
  return (
    <>
      <Part name="Launcher">
        <ChoiceRow
          label="Shape"
          at={['launcher', 'shape']}
          choices={[
            ['words', 'Words with a picture'],
            ['round', 'A round button'],
            ['tab', 'A tab at the page’s edge'],
          ]}
        />
        <TextRow label="Words" at={['launcher', 'words']} usual={name ? `Ask ${name}` : 'Ask us'} />
        <GlyphRow />
      </Part>
      <Part name="Where, on wide screens">
        <Standing on="wide" />
      </Part>
      <Part name="Where, on phones">
        <Standing on="phone" />
      </Part>
    </>
  );
}

/** The chat’s head: what it is called, what it says of who is there, and what is shown beside and behind it. */
export function Above() {
  const { value: ground } = useValue<Look['header']['ground']>(['header', 'ground']);
  const { value: beside } = useValue<Look['header']['beside']>(['header', 'beside']);
  const picture = useValue<string | undefined>(['header', 'picture']);
  const logo = useValue<string | undefined>(['header', 'logo']);
  return (
    <Part name="Above the chat">
      <TextRow label="Heading" at={['header', 'heading']} usual="who speaks, at the business" />
      <TextRow label="Open" at={['header', 'open']} usual="Open until 17:30" says="{closing} is when you close." />
      <TextRow
        label="Closed"
        at={['header', 'closed']}
        usual="Back tomorrow at 8:30"
        says="{opening} is when you open."
      />
      <TextRow label="Waiting" at={['header', 'waiting']} usual="Somebody will be with you" />
      <ChoiceRow
        label="Ground"
        at={['header', 'ground']}
        choices={[
          ['brand', 'The brand’s colour'],
          ['paper', 'Light paper'],
          ['picture', 'A picture'],
        ]}
        says={ground === 'picture' ? 'As much of the colour lies over it as its words need to be read.' : undefined}
      />
      {ground === 'picture' ? (
        <Row label="Picture" mistake={picture.mistake}>
          <OwnPicture
            name="Picture behind the head"
            shape={{ width: 800, height: 200 }}
            picture={picture.value ?? null}
            onPicture={address => picture.set(address ?? undefined)}
          />
        </Row>
      ) : null}
      <ChoiceRow
        label="Beside it"
        at={['header', 'beside']}
        choices={[
          ['face', 'The voice’s face'],
          ['faces', 'The faces of who answers'],
          ['logo', 'A logo'],
          ['nothing', 'Nothing'],
        ]}
        says={beside === 'faces' ? 'Of members who have a picture, under their name in the frame.' : undefined}
      />
      {beside === 'logo' ? (
        <Row label="Logo" mistake={logo.mistake}>
          <OwnPicture
            name="Logo"
            shape={{ width: 288, height: 108 }}
            picture={logo.value ?? null}
            onPicture={address => logo.set(address ?? undefined)}
          />
        </Row>
      ) : null}
    </Part>
  );
}

/** How it behaves. */
export function Manner() {
  const { value, set } = useValue<Look['pace']>(['pace']);
  const id = useId();
  return (
    <>
      <Part name="How it speaks">
        <Row label="Lines come" id={id}>
          <select
            id={id}
            value={value.by}
            className="min-h-8 w-full rounded-md border border-rule bg-sheet px-2.5 py-1"
            onChange={event => {
              const by = event.target.value as Look['pace']['by'];
              set(by === 'seconds' ? { by, seconds: 1 } : { by });
            }}
          >
            <option value="reading">as fast as they are read (usual)</option>
            <option value="at once">all at once</option>
            <option value="seconds">every so many seconds</option>
          </select>
        </Row>
        {value.by === 'seconds' ? <NumberRow label="Every" at={['pace', 'seconds']} unit="seconds" step={0.1} /> : null}
        <SwitchRow label="A sound for what comes while nobody looks" at={['sound']} says="Usually off." />
      </Part>
      <Part name="What becomes of what they write">
        <TextRow label="Words" at={['notice', 'words']} usual="How we use what you write" />
        <TextRow
          label="Leads to"
          at={['notice', 'link']}
          usual="/privacy"
          says="Without words and link nothing is shown."
        />
      </Part>
    </>
  );
}

/** What is said whichever flow leads. */
export function Replies() {
  return (
    <Part name="Standing replies">
      <TextRow
        long
        label="Not understood"
        at={['replies', 'notUnderstood']}
        usual="Each question says by itself what it needs"
        says="Where something is picked. A question with words of its own for that keeps them."
      />
      <TextRow
        long
        label="Goodbye"
        at={['replies', 'goodbye']}
        usual="All right, I’ll leave it there. Write whenever you would like to go on."
      />
      <TextRow
        long
        label="An email that came back"
        at={['replies', 'emailCameBack']}
        usual="My email to {address} came back. Is that address right?"
        says="{address} is the address."
      />
    </Part>
  );
}
