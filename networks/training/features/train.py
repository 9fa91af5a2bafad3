"""
Trains the feature parser on samples of rendered eyes and mouths, varied so far that their look is not learnt.

    python3 train.py SAMPLES OUT MINUTES [SEED]

SAMPLES holds the files of makeSamples.ts; OUT is where OUT.json and OUT.bin are written. Needs numpy, OpenCV and
PyTorch. Prints the soft IoU of each class on a folder of samples kept apart when KEPT is set; FROM names weights
(.pt) to go on from.
"""
import os
import sys

import torch

import vary

sys.path.append(os.path.join(os.path.dirname(__file__), '..'))
from learning import Varied, cross_entropy_and_overlap, iou, load, train  # noqa: E402
from network import Parser  # noqa: E402

BATCH = 32
#: of AdamW at its highest; less to go on from weights that were trained
RATE = float(os.environ.get('RATE', 3e-3))
WIDTHS = [24, 48, 80, 128]
DEPTHS = [1, 2, 2, 3]


def feature_parser():
    return Parser(vary.INPUTS, len(vary.CLASSES), vary.SIZE, WIDTHS, DEPTHS)


def main(folder, out, minutes, seed=1):
    torch.manual_seed(seed)
    batches = iter(torch.utils.data.DataLoader(Varied(load(folder, vary.SAMPLE)[0], seed, vary), BATCH, num_workers=1, prefetch_factor=4))
    kept = [vary.plain(sample) for sample in load(os.environ['KEPT'], vary.SAMPLE)[0]] if 'KEPT' in os.environ else []
    parser, average = feature_parser().to(memory_format=torch.channels_last), feature_parser()
    if 'FROM' in os.environ:
        parser.load_state_dict(torch.load(os.environ['FROM']))

    def told():
        print(iou(average, kept, vary.CLASSES), flush=True)
        average.train()

    train(parser, average, batches, cross_entropy_and_overlap, out=out, minutes=minutes, rate=RATE, told=told)


if __name__ == '__main__':
    main(sys.argv[1], sys.argv[2], float(sys.argv[3]), *[int(v) for v in sys.argv[4:5]])
