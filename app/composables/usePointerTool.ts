import { computed } from 'vue';
import type { Ref } from 'vue';
import { useBench } from '../stores/bench';
import { useDrawing } from '../stores/drawing';
import { useQuestions } from '../stores/questions';
import { useSitting } from '../stores/sitting';
import { useView } from '../stores/view';
import type { Point } from '../stores/view';
import { panTool } from '../tools/panTool';
import type { PointerTool } from '../tools/pointerTool';
import { pressTool } from '../tools/pressTool';
import { pullTool } from '../tools/pullTool';
import { useBenchPhoto } from './useBenchPhoto';
import { useDragQuestion } from './useDragQuestion';
import { useMarkTools } from './useMarkHost';
import { useReadings } from './useReadings';
import { useWorkers } from './useWorkers';

/**
 * The tool that a press on the picture is given to.
 * @param travelling the photo is moved whatever is in hand
 */
export function usePointerTool(travelling: Readonly<Ref<boolean>>) {
  const view = useView();
  const bench = useBench();
  const drawing = useDrawing();
  const questions = useQuestions();
  const workers = useWorkers();
  const sitting = useSitting();
  const { photo } = useBenchPhoto();
  const { placeReading } = useReadings();
  const marks = useMarkTools();
  const pan = panTool((across, down) => view.pan(across, down));
  const reading = pressTool(placeReading);
  const pick = pressTool((at) => void pickColour(at));
  const pull = pullTool(useDragQuestion());

  const tool = computed<PointerTool>(() => {
    if (travelling.value || bench.tool === 'look' || !sitting.writable) return pan;
    if (bench.tool === 'pick') return pick;
    if (bench.tool === 'drags') return pull;
    return bench.tool === 'reading' ? reading : (marks.get(drawing.kindId!) ?? pan);
  });

  /** Answers the step that asked for a colour. */
  async function pickColour(at: Point): Promise<void> {
    const asked = questions.open;
    if (asked?.is !== 'pick' || !photo.value) return;
    asked.answer(
      await workers.analyst.patch(photo.value, { ...at, size: bench.pickSize }).catch(() => undefined),
    );
  }

  return { tool, pan };
}
