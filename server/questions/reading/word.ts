import mammoth from 'mammoth';
import { type Reader, Unreadable } from './document.ts';
import { readHtml } from './html.ts';

/** Pictures of documents are not kept; where one stands is not told either. */
const withoutPictures = mammoth.images.imgElement(() => Promise.resolve({ src: '' }));

export const word: Reader = {
  name: 'DOCX',
  endings: ['docx'],
  types: ['application/vnd.openxmlformats-officedocument.wordprocessingml.document'],
  begins: head => head.subarray(0, 4).toString('latin1') === 'PK\u0003\u0004',
  async read(content) {
    try {
      const { value } = await mammoth.convertToHtml(
        { buffer: content },
        {
          convertImage: withoutPictures,
          styleMap: ["p[style-name='Title'] => h1:fresh", "p[style-name='Subtitle'] => p:fresh", 'u => u'],
        },
      );
      return readHtml(value.replace(/<img[^>]*>/g, ''), null);
    } catch {
      throw new Unreadable('This document cannot be opened as a DOCX file.');
    }
  },
};
