import { useState } from 'react';
import type { WatchPage } from '../../shared/api/watchTypes';
import { Dialog } from '../../shared/ui/Dialog';
import { Sentences } from '../../shared/ui/Sentences';
import { type ListeningText, useWatches } from './useWatches';

interface Props {
  data: WatchPage;
  onClose: () => void;
}

/** Where attempts come from, and by which server mail goes out. */
export function ListeningForm({ data, onClose }: Props) {
  const { listen } = useWatches();
  const { listening, standIn } = data;
  const [text, setText] = useState<ListeningText>({
    on: listening.on,
    syslogPort: listening.syslogPort,
    certificate: '',
    privateKey: '',
    folder: listening.folder,
    zone: listening.zone,
    smtpHost: listening.smtpHost,
    smtpPort: listening.smtpPort,
    mailFrom: listening.mailFrom,
  });
  const set = (changes: Partial<ListeningText>) => setText({ ...text, ...changes });
  const field = (name: 'folder' | 'zone' | 'smtpHost' | 'mailFrom', label: string, hint = '') => (
    <label className="block">
      {label}
      <input
        className="field mt-0.5 w-full"
        placeholder={hint}
        value={text[name]}
        onChange={(event) => set({ [name]: event.target.value })}
      />
    </label>
  );
  const port = (name: 'syslogPort' | 'smtpPort', label: string) => (
    <label className="flex items-center justify-between gap-3">
      {label}
      <input
        type="number"
        min={0}
        max={65535}
        className="field w-24"
        value={text[name]}
        onChange={(event) => set({ [name]: Number(event.target.value) })}
      />
    </label>
  );
  return (
    <Dialog title="What is listened to" onClose={onClose}>
      <form
        className="space-y-2.5 text-sm"
        onSubmit={(event) => {
          event.preventDefault();
          listen.mutate(text, { onSuccess: onClose });
        }}
      >
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={text.on}
            onChange={(event) => set({ on: event.target.checked })}
          />
          listen
        </label>
        {port('syslogPort', 'Syslog (RFC 5424) on TCP port, 0 for none')}
        <details>
          <summary className="cursor-pointer">
            TLS: {listening.tls ? 'a certificate is kept' : 'none'}
          </summary>
          {(
            [
              ['certificate', 'Certificate in PEM'],
              ['privateKey', 'Its key in PEM, without a password'],
            ] as const
          ).map(([name, label]) => (
            <label key={name} className="mt-1.5 block">
              {label}
              <textarea
                className="field id mt-0.5 h-16 w-full"
                placeholder={
                  listening.tls ? 'kept; paste to replace it, a dash to take it away' : ''
                }
                value={text[name]}
                onChange={(event) => set({ [name]: event.target.value })}
              />
            </label>
          ))}
        </details>
        {field('folder', 'Folder into which new log files are put', '/var/log/signins')}
        {field('zone', 'Zone of times that name none')}
        {field('smtpHost', 'Mail server', 'mail.example')}
        {port('smtpPort', 'Its port')}
        {field('mailFrom', 'Mail comes from', 'stale-keys@example')}
        {standIn && (
          <button
            type="button"
            className="cite"
            onClick={() =>
              set({
                smtpHost: standIn.smtpHost,
                smtpPort: standIn.smtpPort,
                mailFrom: 'stale-keys@fennicksound.example',
              })
            }
          >
            use the mail sink that came with the demo
          </button>
        )}
        <Sentences error={listen.error} />
        <button type="submit" className="act act-first">
          Keep
        </button>
      </form>
    </Dialog>
  );
}
