import { fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { addressOf, pagesFitting } from '../app/finder';
import { api, Refused, sentences } from './api/client';
import { counted, percent, shortHash, size } from './model/format';
import { pagesFor } from './model/pagesFor';
import { KeyBit } from './ui';
import { useKeys } from './ui/useKeys';

describe('figures', () => {
  it('never round up to a clean hundred, and say when nothing was tested', () => {
    expect(percent(99.96)).toBe('99.9');
    expect(percent(100)).toBe('100.0');
    expect(percent(null)).toBe('not tested');
  });

  it('are counted in words', () => {
    expect(counted(1, 'finding')).toBe('1 finding');
    expect(counted(1214, 'finding')).toBe('1,214 findings');
  });

  it('shorten sizes and hashes', () => {
    expect([size(810), size(15_358), size(999_600), size(2_400_000_000)]).toEqual([
      '810 bytes',
      '15 KB',
      '1.0 MB',
      '2.4 GB',
    ]);
    expect(shortHash('9f3c0000e1a7')).toBe('9f3c…e1a7');
  });
});

describe('pages of a long list', () => {
  it('cover what is in sight and no more', () => {
    expect(pagesFor(0, 60, 200)).toEqual([0]);
    expect(pagesFor(190, 410, 200)).toEqual([0, 1, 2]);
  });
});

describe('finding things', () => {
  it('leads each kind of hit to where it can be judged', () => {
    const hit = { label: 'Mo & Co', key: 'mo', about: '', evidenceId: 4, row: 12 };
    expect(addressOf({ ...hit, kind: 'person' })).toBe('people/mo');
    expect(addressOf({ ...hit, kind: 'role' })).toBe('gather/4?row=12');
    expect(pagesFitting('rep').map((page) => page.to)).toEqual(['report']);
  });
});

describe('the key bit', () => {
  it('always has its word', () => {
    render(<KeyBit severity="critical" />);
    expect(screen.getByRole('img', { name: 'critical' })).toBeTruthy();
  });
});

describe('keys', () => {
  function Probe({ onJ }: { onJ: () => void }) {
    useKeys({ j: onJ });
    return <input aria-label="typing" />;
  }

  it('work on the page, but not while typing nor with Ctrl', () => {
    const onJ = vi.fn();
    render(<Probe onJ={onJ} />);
    fireEvent.keyDown(document.body, { key: 'j' });
    expect(onJ).toHaveBeenCalledTimes(1);
    fireEvent.keyDown(screen.getByLabelText('typing'), { key: 'j' });
    fireEvent.keyDown(document.body, { key: 'j', ctrlKey: true });
    expect(onJ).toHaveBeenCalledTimes(1);
  });
});

describe('the client', () => {
  afterEach(() => vi.unstubAllGlobals());

  it("shows the server's own sentences", async () => {
    const body = JSON.stringify({ sentences: ['Say who approved it.'] });
    vi.stubGlobal('fetch', async () => new Response(body, { status: 422 }));
    const error = await api.post('/api/x', {}).catch((failure: unknown) => failure);
    expect(error).toBeInstanceOf(Refused);
    expect(sentences(error)).toEqual(['Say who approved it.']);
  });

  it('says so when the program is gone', async () => {
    vi.stubGlobal('fetch', async () => {
      throw new TypeError('failed to fetch');
    });
    const error = await api.get('/api/x').catch((failure: unknown) => failure);
    expect(sentences(error)[0]).toContain('cannot be reached');
  });

  it('sends the token against forged requests with every change', async () => {
    // biome-ignore lint/suspicious/noDocumentCookie: the server hands the token out as a cookie
    document.cookie = 'XSRF-TOKEN=abc';
    const fetched = vi.fn(async (_path: string, _init?: RequestInit) => new Response('{}'));
    vi.stubGlobal('fetch', fetched);
    await api.post('/api/x', {});
    expect(fetched.mock.calls[0]?.[1]?.headers).toMatchObject({ 'X-XSRF-TOKEN': 'abc' });
  });
});
