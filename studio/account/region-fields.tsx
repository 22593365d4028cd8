import type { SelectHTMLAttributes } from 'react';
import { Choice } from '../ui/field.tsx';
import { countries, currencyList, languages, zones } from './regions.ts';

type Name = 'country' | 'zone' | 'language' | 'currency';
type Field = SelectHTMLAttributes<HTMLSelectElement> & { mistake?: string | undefined };

const options = (list: ReadonlyArray<{ code: string; name: string }>) =>
  list.map(({ code, name }) => (
    <option key={code} value={code}>
      {name}
    </option>
  ));

/** Where a business is and how it writes: four fields, for the grid of a form. */
export function RegionFields({
  language,
  field,
}: {
  /** One that is offered beside the usual ones. */
  language: string;
  /** How the form knows a field, and what is wrong with it. */
  field: (name: Name) => Field;
}) {
  return (
    <>
      <Choice label="Country" {...field('country')}>
        {options(countries)}
      </Choice>
      <Choice label="Time zone" {...field('zone')}>
        {options(zones.map(zone => ({ code: zone, name: zone })))}
      </Choice>
      <Choice label="Language" {...field('language')}>
        {options(languages(language))}
      </Choice>
      <Choice label="Currency" {...field('currency')}>
        {options(currencyList)}
      </Choice>
    </>
  );
}
