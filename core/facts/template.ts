import type { Facts } from './fact.ts';

const BRACES = /\{([^{}]*)\}/g;

/** The facts in the braces of an address such as `https://post.example/{postcode}`. */
export function templateFacts(template: string): string[] {
  return [...template.matchAll(BRACES)].map(match => match[1]!.trim());
}

/**
 * Fills facts into an address, each encoded so that it stays one part of it, whatever it holds.
 * @returns the address, or the fact that is not known
 */
export function filledIn(template: string, facts: Facts): { url: string } | { missing: string } {
  const missing = templateFacts(template).find(name => facts[name] === undefined);
  if (missing !== undefined) return { missing };
  return { url: template.replace(BRACES, (_, name: string) => encodeURIComponent(String(facts[name.trim()]))) };
}

export function renamedInTemplate(template: string, from: string, to: string): string {
  return template.replace(BRACES, (whole, name: string) => (name.trim() === from ? `{${to}}` : whole));
}
