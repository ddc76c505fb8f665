'use client';

import { useEffect, useRef } from 'react';
import { extremesOf } from '@/core/base/statistics';
import type { BandRecorder } from '@/core/signal/recorder';

const SHOWN_S = 24;

/** The last half minute of every channel, drawn anew on every frame; the recorder itself keeps every sample. */
export function LiveTrace({
  recorder,
  labels,
}: {
  recorder: React.RefObject<BandRecorder | null>;
  labels: readonly string[];
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const surface = canvas.current!;
    const pen = surface.getContext('2d')!;
    const css = getComputedStyle(document.documentElement);
    const [ink, rule, soft] = ['--ink', '--rule', '--soft'].map((name) =>
      css.getPropertyValue(name).trim(),
    ) as [string, string, string];
    const scales: { low: number; high: number }[] = [];
    let frame = 0;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const ratio = window.devicePixelRatio;
      const [w, h] = [surface.clientWidth, surface.clientHeight];
      if (surface.width !== Math.round(w * ratio)) {
        surface.width = Math.round(w * ratio);
        surface.height = Math.round(h * ratio);
      }
      pen.setTransform(ratio, 0, 0, ratio, 0, 0);
      pen.clearRect(0, 0, w, h);
      const r = recorder.current;
      if (!r || r.samples() < 2) return;
      const { times, values } = r.last(SHOWN_S);
      const end = times[times.length - 1]!;
      const x = (t: number) => w - 8 - ((end - t) / SHOWN_S) * (w - 120);
      const row = h / values.length;
      const left = x(end - SHOWN_S);
      pen.fillStyle = rule;
      for (const gap of r.gaps())
        if (gap.toS > end - SHOWN_S)
          pen.fillRect(
            Math.max(left, x(gap.fromS)),
            2,
            Math.max(2, x(gap.toS) - Math.max(left, x(gap.fromS))),
            h - 4,
          );
      pen.font = "14px 'Atkinson Hyperlegible Next Variable', sans-serif";
      values.forEach((v, c) => {
        const scale = (scales[c] ??= { low: v[0]!, high: v[0]! });
        const { low, high } = extremesOf(v);
        // The scale widens at once and narrows slowly, so that one deep breath does not make the rest jump twice.
        scale.low = low < scale.low ? low : scale.low + (low - scale.low) * 0.02;
        scale.high = high > scale.high ? high : scale.high + (high - scale.high) * 0.02;
        const y = (value: number) =>
          (c + 1) * row - 10 - ((value - scale.low) / (scale.high - scale.low || 1)) * (row - 20);
        pen.fillStyle = soft;
        pen.fillText(labels[c] ?? r.channels()[c]!, 0, c * row + row / 2 + 5);
        pen.strokeStyle = ink;
        pen.lineWidth = 1.8;
        pen.beginPath();
        for (let i = 0; i < v.length; i++) {
          const broken = i === 0 || times[i]! - times[i - 1]! > 0.5;
          if (broken) pen.moveTo(x(times[i]!), y(v[i]!));
          else pen.lineTo(x(times[i]!), y(v[i]!));
        }
        pen.stroke();
      });
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [recorder, labels]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label="Live bands, the last 24 seconds"
      className="h-[240px] w-full border-y border-rule"
    />
  );
}
