/** What stands in braces in a wording. */
export function Places({ also }: { also?: string }) {
  return (
    <p className="text-xs text-ink-3">
      {'{place}, {wait}, {opens} and facts stand in braces; {first name|there} is “there” where it is not known.'}
      {also ? ` ${also}` : ''}
    </p>
  );
}
