import { answerBlocks, lineOf } from '@kineta/core';
import { Bell } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { AddButton } from './add-button.tsx';
import { AnswerBlocks } from './answer-blocks.tsx';
import { Button, IconButton } from './button.tsx';
import { ChartCard } from './chart-card.tsx';
import { DayList, DayRow } from './day-list.tsx';
import { Dialog } from './dialog.tsx';
import { DurationInput } from './duration-input.tsx';
import { EmojiPicker } from './emoji-picker.tsx';
import { Empty } from './empty.tsx';
import { Choice, Select, SmallInput, TextArea, TextField } from './field.tsx';
import { Hint } from './hint.tsx';
import { Keys } from './keys.tsx';
import { LineText } from './line.tsx';
import { Menu } from './menu.tsx';
import { OnOff } from './on-off.tsx';
import { OutsideSelect } from './outside-select.tsx';
import { PartRow } from './part-row.tsx';
import { Picks } from './picks.tsx';
import { Pill } from './pill.tsx';
import { Plot } from './plot.tsx';
import { RemoveButton } from './remove-button.tsx';
import { Skeleton } from './skeleton.tsx';
import { SuggestionList } from './suggestions.tsx';
import { Direction } from './words.tsx';

const nothing = () => {};
const curve = [{ x: [0, 0.5, 1], y: [0.9, 0.6, 0.1], name: 'right', mode: 'lines' as const }];
const axis = { title: 'sure', range: [0, 1] as [number, number], format: '.0%' };
const marks = [{ at: 0.5, says: 'said' }];

function Specimen({ of, children }: { of: string; children: ReactNode }) {
  return (
    <section className="border-t border-rule py-5">
      <h2 className="label mb-3 text-ink-2">{of}</h2>
      <div className="flex flex-wrap items-start gap-3">{children}</div>
    </section>
  );
}

/** Every part that screens are made of, in each of its states: at `/ui`, where the studio is developed. */
export default function Specimens() {
  const [open, setOpen] = useState<'plain' | 'wide'>();
  return (
    <main className="mx-auto h-full max-w-4xl overflow-y-auto p-8">
      <h1 className="mb-5 font-script text-2xl font-semibold">What screens are made of</h1>
      <Specimen of="Button">
        {(['main', 'plain', 'quiet', 'danger'] as const).map(look => (
          <span key={look} className="flex gap-1.5">
            <Button look={look}>{look}</Button>
            <Button look={look} disabled>
              disabled
            </Button>
          </span>
        ))}
      </Specimen>
      <Specimen of="IconButton · RemoveButton · AddButton">
        <IconButton name="Notices">
          <Bell className="size-4" aria-hidden="true" />
        </IconButton>
        <IconButton name="Notices, disabled" disabled>
          <Bell className="size-4" aria-hidden="true" />
        </IconButton>
        <RemoveButton name="Remove" onClick={nothing} />
        <AddButton onClick={nothing}>One more</AddButton>
        <AddButton tone="plum" onClick={nothing}>
          One more to pick
        </AddButton>
      </Specimen>
      <Specimen of="TextArea">
        <TextArea label="Empty" placeholder="what belongs here" />
        <TextArea label="With a mistake" defaultValue="a word too many" mistake="It has at most 10 characters." />
      </Specimen>
      <Specimen of="TextField">
        <TextField label="Empty" placeholder="what belongs here" />
        <TextField label="Filled in" defaultValue="First visit" />
        <TextField label="With a mistake" defaultValue="hanne" mistake="That is not an email address." />
        <TextField label="Disabled" defaultValue="First visit" disabled />
      </Specimen>
      <Specimen of="Choice">
        <Choice label="One of several" defaultValue="b">
          <option value="a">the first</option>
          <option value="b">the second</option>
        </Choice>
        <Choice label="With a mistake" mistake="This is needed." defaultValue="">
          <option value="">none yet</option>
        </Choice>
      </Specimen>
      <Specimen of="OnOff">
        <OnOff name="Something is on" on onSwitch={nothing} />
        <OnOff name="Something else is on" on={false} onSwitch={nothing} />
      </Specimen>
      <Specimen of="PartRow">
        <PartRow name="When">a visitor writes</PartRow>
      </Specimen>
      <Specimen of="Picks">
        <Picks name="Views" picks={['the one', 'the other']} at={0} onPick={nothing} />
      </Specimen>
      <Specimen of="DayList · DayRow">
        <DayList title="Who waits" count={1}>
          <DayRow mark="1:48">Maud Ellery</DayRow>
        </DayList>
        <DayList title="Who waits" count={0} nothing="Nobody waits for a person.">
          {null}
        </DayList>
      </Specimen>
      <Specimen of="OutsideSelect">
        <OutsideSelect name="Who words it" value={undefined} onPick={nothing} />
        <OutsideSelect name="Who words it here" value="composed" shown={['composed']} onPick={nothing} />
      </Specimen>
      <Specimen of="Select · SmallInput">
        <Select name="One of several" defaultValue="b">
          <option value="a">the first</option>
          <option value="b">the second</option>
        </Select>
        <Select name="Disabled" disabled>
          <option>the first</option>
        </Select>
        <SmallInput name="In a sentence" defaultValue="20" className="w-16" />
        <SmallInput name="Empty" placeholder="a few words" />
      </Specimen>
      <Specimen of="Pill">
        {(['fine', 'waits', 'wrong', 'kineta', 'neutral'] as const).map(tone => (
          <Pill key={tone} tone={tone}>
            {tone}
          </Pill>
        ))}
      </Specimen>
      <Specimen of="Menu · EmojiPicker">
        <Menu
          items={[
            { label: 'Rename', onSelect: nothing },
            { label: 'Delete', onSelect: nothing, danger: true },
          ]}
        >
          <Button>Opens a menu</Button>
        </Menu>
        <Menu items={[]} empty="There is nothing to pick.">
          <Button>Opens an empty one</Button>
        </Menu>
        <EmojiPicker onPick={nothing} onClosed={nothing} />
      </Specimen>
      <Specimen of="SuggestionList">
        <SuggestionList
          name="Suggested"
          suggestions={{ all: ['Heat pump, 5 kW', 'Heat pump, 8 kW'], at: 0, press: () => false }}
          keyOf={one => one}
          onPick={nothing}
        >
          {one => one}
        </SuggestionList>
      </Specimen>
      <Specimen of="Dialog">
        <Button onClick={() => setOpen('plain')}>Opens a dialog</Button>
        <Button onClick={() => setOpen('wide')}>Opens a wide one</Button>
        <Dialog
          title="Delete the flow?"
          description="It can be had back for 30 days."
          open={open !== undefined}
          wide={open === 'wide'}
          onClose={() => setOpen(undefined)}
        >
          <div className="flex justify-end gap-2">
            <Button look="quiet" onClick={() => setOpen(undefined)}>
              Cancel
            </Button>
            <Button look="danger" onClick={() => setOpen(undefined)}>
              Delete
            </Button>
          </div>
        </Dialog>
      </Specimen>
      <Specimen of="DurationInput">
        <DurationInput name="Wait" value={{ amount: 30, unit: 'seconds' }} onSet={nothing} />
      </Specimen>
      <Specimen of="Hint · Empty · Skeleton">
        <Hint id="specimen" className="w-80">
          Shown until it was read or done; put away, it does not come back.
        </Hint>
        <div className="w-80 border border-rule">
          <Empty title="Nobody waits">Who asks for a person stands here.</Empty>
        </div>
        <Skeleton lines={3} className="w-80" />
      </Specimen>
      <Specimen of="Plot">
        <div className="w-96">
          <Plot name="A curve" data={curve} x={axis} y={axis} marks={marks} />
        </div>
      </Specimen>
      <Specimen of="AnswerBlocks">
        <AnswerBlocks blocks={answerBlocks('**From £9,500**, and\n\n- the grant\n- [what is in it](/heat-pumps)')} />
      </Specimen>
      <Specimen of="LineText · Direction · Keys">
        <div>
          <LineText line={[[{ text: 'Hello ' }, { fact: 'first name', otherwise: 'there' }, { text: '.' }]]} />
        </div>
        <p className="font-script italic">
          <Direction
            words={[
              { text: 'Set ' },
              { fact: 'source' },
              { text: ' and go to ' },
              { scene: 's', title: 'Keep in touch' },
            ]}
          />
        </p>
        <Keys keys={['Mod', 'Shift', 'Z']} />
      </Specimen>
      <Specimen of="ChartCard">
        {(['bars', 'line', 'number'] as const).map(form => (
          <div key={form} className="w-64">
            <ChartCard
              chart={{
                title: lineOf('In a year'),
                form,
                values: [
                  { label: 'Now', value: 1900, text: '£1,900' },
                  { label: 'Heat pump', value: 1287, text: '£1,287' },
                ],
              }}
            />
          </div>
        ))}
      </Specimen>
    </main>
  );
}
