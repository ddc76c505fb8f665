import type { Metadata } from 'next';
import { SHIPPED_JSON } from '@/core/drills/library';
import { checkLesson } from '@/core/lesson/check';
import { composeLesson } from '@/core/lesson/compose';
import { MODEL_CLIENTS } from '@/core/lesson/model-clients';
import { MODEL_LESSONS } from '@/core/lesson/models';
import { LessonView } from '@/pictures/lesson-view';
import { ShippedDrills } from '@/ui/shipped-drills';

export const metadata: Metadata = { title: 'Kokyu: lessons side by side', robots: { index: false } };

/** The twelve model lessons, each beside what Kokyu composes for the same client. Linked from nowhere. */
export default function LessonsPage() {
  const pairs = MODEL_LESSONS.map((model, i) => {
    const client = MODEL_CLIENTS[i]!;
    const own = composeLesson(client);
    return {
      model,
      own: own.ok ? own.value.lesson : null,
      why: own.ok ? '' : own.why,
      problems: own.ok ? checkLesson(own.value.lesson, { ...client, owned: client.owned ?? [] }) : [],
    };
  });
  return (
    <ShippedDrills json={SHIPPED_JSON}>
      <h1 className="py-4 text-head">Model lessons and Kokyu’s own</h1>
      {pairs.map(({ model, own, why, problems }) => (
        <section
          key={model.title}
          aria-label={model.title}
          className="grid grid-cols-1 gap-8 border-b-2 border-ink py-6 desk:grid-cols-2"
        >
          <LessonView lesson={model} />
          {own ? (
            <div>
              <LessonView lesson={own} />
              <p className="text-small text-soft">
                {problems.length === 0
                  ? 'Keeps all twelve rules.'
                  : problems.map((p) => `${p.rule}: ${p.why}`).join('; ')}
              </p>
            </div>
          ) : (
            <p>{why}</p>
          )}
        </section>
      ))}
    </ShippedDrills>
  );
}
