'use client';

import { t } from '../../core/language';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { Quiet } from '../ui/quiet';
import { Problem } from '../ui/problem';
import { pathScanned } from './scanned';
import { Button } from '../ui/button';

/** So often a picture is looked through. */
const LOOK_MS = 150;
/** Wider pictures are looked through no better. */
const LOOKED_PX = 640;

interface Detector {
  detect: (video: HTMLVideoElement) => Promise<readonly { readonly rawValue: string }[]>;
}
interface Detecting {
  readonly BarcodeDetector?: new (how: { formats: readonly string[] }) => Detector;
}

/** Reads what the camera sees: by the browser itself where it can, else by a decoder of our own. */
async function reader(): Promise<(video: HTMLVideoElement) => Promise<string | null>> {
  const { BarcodeDetector } = globalThis as Detecting;
  if (BarcodeDetector) {
    const detector = new BarcodeDetector({ formats: ['qr_code'] });
    return async (video) => (await detector.detect(video))[0]?.rawValue ?? null;
  }
  const { default: jsQR } = await import('jsqr');
  const canvas = document.createElement('canvas');
  const drawing = canvas.getContext('2d', { willReadFrequently: true })!;
  return async (video) => {
    const scale = Math.min(1, LOOKED_PX / video.videoWidth);
    canvas.width = Math.round(scale * video.videoWidth);
    canvas.height = Math.round(scale * video.videoHeight);
    drawing.drawImage(video, 0, 0, canvas.width, canvas.height);
    const { data, width, height } = drawing.getImageData(0, 0, canvas.width, canvas.height);
    return jsQR(data, width, height)?.data ?? null;
  };
}

const torchOf = (stream: MediaStream): MediaStreamTrack | null =>
  stream
    .getVideoTracks()
    .find((track) => 'torch' in (track.getCapabilities?.() as { torch?: boolean })) ?? null;

/** The camera, until it has seen a card or tag of this site. */
export function Scan({ onPath }: { readonly onPath: (path: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [torch, setTorch] = useState<{ track: MediaStreamTrack; on: boolean } | null>(null);
  const seen = useEffectEvent(onPath);
  useEffect(() => {
    let stream: MediaStream | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const look = async (read: Awaited<ReturnType<typeof reader>>): Promise<void> => {
      const shown = video.current;
      const text = shown && shown.videoWidth > 0 ? await read(shown).catch(() => null) : null;
      if (gone) return;
      const path = text === null ? null : pathScanned(text);
      if (path) return seen(path);
      if (text !== null) setSaid(t`That is no card or tag of this site.`);
      timer = setTimeout(() => void look(read), LOOK_MS);
    };
    const begin = async () => {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      if (gone) return stop();
      video.current!.srcObject = stream;
      await video.current!.play();
      const track = torchOf(stream);
      if (track) setTorch({ track, on: false });
      await look(await reader());
    };
    const stop = () => stream?.getTracks().forEach((track) => track.stop());
    begin().catch(() => {
      if (!gone) setSaid(t`The camera cannot be used here: type the mark of the bay or battery.`);
    });
    return () => {
      gone = true;
      clearTimeout(timer);
      stop();
    };
  }, []);
  const light = () => {
    if (!torch) return;
    const on = !torch.on;
    const advanced = [{ torch: on } as MediaTrackConstraintSet];
    void torch.track.applyConstraints({ advanced }).then(() => setTorch({ ...torch, on }));
  };
  return (
    <div>
      <video ref={video} width="100%" playsInline muted aria-label={t`Camera`} />
      <Problem>{said}</Problem>
      <Quiet as="p">{t`Hold it before the square on a bay card or a battery’s tag.`}</Quiet>
      {torch ? <Button onClick={light}>{torch.on ? t`Torch off` : t`Torch on`}</Button> : null}
    </div>
  );
}
