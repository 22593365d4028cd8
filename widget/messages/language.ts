/** The words in the language of the business, or in English where there are none in it yet, by the first part of a BCP 47 tag. */
export function inOurLanguage<Words>(languages: { en: Words } & Readonly<Record<string, Words>>): Words {
  return languages[(document.documentElement.lang || 'en').split('-')[0]!.toLowerCase()] ?? languages.en;
}
