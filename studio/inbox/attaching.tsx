import { conversationRoutes } from '@kineta/contract';
import type { FileGiven, Picture } from '@kineta/core';
import { FileText, Paperclip, ShoppingBag, Ticket, X } from 'lucide-react';
import { type ReactNode, useRef, useState } from 'react';
import { toast } from 'sonner';
import { scaled } from '../pictures/scaled.ts';
import { KINDS, uploaded, wrongPicture } from '../pictures/upload.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { IconButton } from '../ui/button.tsx';
import { type Enclosed, isEnclosed } from './open-conversation.ts';
import { signpostName } from './signposting.tsx';

/** So many pictures go with one reply, and so many files. */
const MOST = 6;
const MEGABYTE = 1_024 * 1_024;
const MOST_BYTES = 15 * MEGABYTE;

/** A file’s name without its ending: what its picture is called until somebody says better. */
const called = (name: string): string => name.replace(/\.\w{1,5}$/, '').slice(0, 200) || 'Picture';

const isPicture = ({ type }: File): boolean => KINDS.split(',').includes(type);

async function pictureOf(file: File): Promise<Picture | undefined> {
  const wrong = wrongPicture(file, true);
  if (wrong) {
    toast.error(wrong);
    return undefined;
  }
  try {
    const src = await uploaded(await scaled(file));
    return src ? { src, alt: called(file.name) } : undefined;
  } catch {
    toast.error(`${file.name} is no picture that can be opened.`);
    return undefined;
  }
}

async function fileOf(file: File, conversation: string): Promise<FileGiven | undefined> {
  if (file.size > MOST_BYTES) {
    const has = (file.size / MEGABYTE).toLocaleString('en', { maximumFractionDigits: 0 });
    toast.error(`${file.name} has ${has} MB; at most ${MOST_BYTES / MEGABYTE} MB can be sent.`);
    return undefined;
  }
  try {
    return await call(conversationRoutes.upload, {
      params: { id: conversation },
      query: { name: file.name.slice(-300) },
      raw: new Blob([file], { type: 'application/octet-stream' }),
    });
  } catch (error) {
    toast.error(`${file.name}: ${sentenceOf(error)}`);
    return undefined;
  }
}

/** Takes in the pictures and files that are to go with a reply, however they come. */
export function useAttaching(conversation: string, enclosed: Enclosed, enclose: (enclosed: Enclosed) => void) {
  const [busy, setBusy] = useState(false);
  const take = async (all: readonly File[]) => {
    if (all.length === 0) return;
    const [pictures, files] = [all.filter(isPicture), all.filter(file => !isPicture(file))];
    if (enclosed.pictures.length + pictures.length > MOST || enclosed.files.length + files.length > MOST) {
      toast.error(`At most ${MOST} pictures and ${MOST} files go together.`);
      return;
    }
    setBusy(true);
    const freshPictures: Picture[] = [];
    for (const one of pictures) freshPictures.push(...[(await pictureOf(one)) ?? []].flat());
    const freshFiles: FileGiven[] = [];
    for (const one of files) freshFiles.push(...[(await fileOf(one, conversation)) ?? []].flat());
    enclose({
      ...enclosed,
      pictures: [...enclosed.pictures, ...freshPictures],
      files: [...enclosed.files, ...freshFiles],
    });
    setBusy(false);
  };
  return { busy, take };
}

/** The files that were pasted or dropped. */
export const filesOf = ({ files }: DataTransfer): File[] => [...files];

/** Chooses pictures and files to go with a reply. */
export function AttachButton({ busy, onFiles }: { busy: boolean; onFiles: (files: readonly File[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        multiple
        hidden
        aria-label="Pictures and files for the visitor"
        onChange={event => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      <IconButton
        name={busy ? 'It is on its way' : 'Send a picture or a file'}
        disabled={busy}
        onClick={() => input.current?.click()}
      >
        <Paperclip className="size-4" aria-hidden="true" />
      </IconButton>
    </>
  );
}

function LeaveOut({ name, onClick }: { name: string; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-label={`Leave ${name} out`}
      className="grid size-5 shrink-0 place-items-center rounded-full bg-sheet/90"
      onClick={onClick}
    >
      <X className="size-3" aria-hidden="true" />
    </button>
  );
}

function Chip({ name, icon, onLeaveOut }: { name: string; icon: ReactNode; onLeaveOut: () => void }) {
  return (
    <li className="flex h-8 max-w-64 items-center gap-1.5 rounded-md border border-rule bg-sheet pr-1 pl-2 text-[0.8125rem]">
      {icon}
      <span className="truncate">{name}</span>
      <LeaveOut name={name} onClick={onLeaveOut} />
    </li>
  );
}

/** What is to go with a reply: pictures with what they are called for those who do not see them, files, things for sale, and a signpost. */
export function Attached({ enclosed, onChange }: { enclosed: Enclosed; onChange: (enclosed: Enclosed) => void }) {
  const { pictures, files, products, signpost } = enclosed;
  const withPictures = (changed: readonly Picture[]) => onChange({ ...enclosed, pictures: changed });
  if (!isEnclosed(enclosed)) return null;
  return (
    <ul aria-label="What goes with it" className="mb-2 flex flex-wrap items-end gap-2">
      {pictures.map((picture, at) => (
        <li key={picture.src} className="w-28 rounded-md border border-rule bg-sheet p-1">
          <span className="relative block">
            <img src={picture.src} alt="" className="h-16 w-full rounded object-cover" />
            <span className="absolute top-0.5 right-0.5">
              <LeaveOut name={picture.alt} onClick={() => withPictures(pictures.filter(one => one !== picture))} />
            </span>
          </span>
          <input
            aria-label="What it shows"
            maxLength={200}
            value={picture.alt}
            onChange={event =>
              withPictures(pictures.map((one, index) => (index === at ? { ...one, alt: event.target.value } : one)))
            }
            className="mt-1 w-full bg-transparent text-xs outline-none"
          />
        </li>
      ))}
      {files.map(file => (
        <Chip
          key={file.id}
          name={file.name}
          icon={<FileText className="size-3.5 shrink-0 text-ink-2" aria-hidden="true" />}
          onLeaveOut={() => onChange({ ...enclosed, files: files.filter(one => one !== file) })}
        />
      ))}
      {products.map(product => (
        <Chip
          key={product.ref}
          name={product.name}
          icon={<ShoppingBag className="size-3.5 shrink-0 text-ink-2" aria-hidden="true" />}
          onLeaveOut={() => onChange({ ...enclosed, products: products.filter(one => one !== product) })}
        />
      ))}
      {signpost ? (
        <Chip
          name={signpostName(signpost)}
          icon={<Ticket className="size-3.5 shrink-0 text-ink-2" aria-hidden="true" />}
          onLeaveOut={() => onChange({ ...enclosed, signpost: undefined })}
        />
      ) : null}
    </ul>
  );
}
