import { Page, type TakeToPage } from '@kineta/core';
import { useState } from 'react';
import { SmallInput } from '../../ui/field.tsx';
import { DirectionBody } from './direction.tsx';
import type { StepProps, StepView } from './view.ts';

const isPage = (page: string): boolean => Page.safeParse(page).success;

function Panel({ step, change }: StepProps<TakeToPage>) {
  const [page, setPage] = useState(step.page);
  const wrong = page !== '' && !isPage(page);
  return (
    <p className="flex flex-wrap items-center gap-2 text-[0.8125rem] text-ink-2">
      Take the visitor to
      <SmallInput
        name="Page"
        className="w-64"
        placeholder="/heat-pumps"
        value={page}
        aria-invalid={wrong || undefined}
        onChange={event => {
          setPage(event.target.value);
          if (event.target.value === '' || isPage(event.target.value))
            change({ ...step, page: event.target.value }, 'page');
        }}
      />
      {wrong ? (
        <span role="alert" className="text-brick">
          A page starts with / or https://.
        </span>
      ) : null}
    </p>
  );
}

export const takeToPageView: StepView<TakeToPage> = {
  name: 'Take to page',
  group: 'outside',
  Body: DirectionBody,
  Panel,
};
