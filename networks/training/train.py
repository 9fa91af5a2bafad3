"""
Trains the head parser on samples of rendered heads, varied so far that their look is not learnt.

    python3 train.py SAMPLES OUT MINUTES [SEED]

SAMPLES holds the files of makeSamples.ts; OUT is where OUT.json and OUT.bin are written. Needs numpy, OpenCV
and PyTorch. Prints the soft IoU of each class on a folder of samples kept apart when KEPT is set.
"""
import os
import sys

import torch

import vary
from learning import Varied, cross_entropy, iou, load, train
from network import CLASSES, Parser, export, normalised, restored

BATCH = 16
#: of AdamW at its highest; less to go on from weights that were trained
RATE = float(os.environ.get('RATE', 2.5e-3))
#: rare classes weigh more, as their edges are short
WEIGHTS = dict(background=1, others=1, face=1, body=1.5, hair=1.5, beard=3, brows=3, clothes=1, glasses=4, hat=1.5)
#: batches on which a graph's normalisations are measured anew
MEASURED = 25


def scores(parser, samples):
    """Soft IoU of each class over all samples together."""
    return iou(parser, (vary.plain(sample) for sample in samples), CLASSES)


def main(folder, out, minutes, seed=1):
    torch.manual_seed(seed)
    batches = iter(torch.utils.data.DataLoader(Varied(load(folder, vary.SAMPLE)[0], seed, vary), BATCH, num_workers=1, prefetch_factor=4))
    kept = load(os.environ['KEPT'], vary.SAMPLE) if 'KEPT' in os.environ else ([], [])
    parser, average = Parser().to(memory_format=torch.channels_last), Parser()
    if 'FROM' in os.environ:
        parser.load_state_dict(weights_of(os.environ['FROM'], batches))
    weights = torch.tensor([WEIGHTS[name] for name in CLASSES])
    train(parser, average, batches, cross_entropy(weights), out=out, minutes=minutes, rate=RATE, told=lambda: report(average, *kept))


def weights_of(path, batches):
    """Of weights that were kept, or of a graph (PATH.json and PATH.bin, named as PATH)."""
    if path.endswith('.pt'):
        return torch.load(path)
    return normalised(restored(path), (next(batches)[0] for _ in range(MEASURED))).state_dict()


def report(parser, samples, files):
    for odd in (0, 1):
        of = [s for s, f in zip(samples, files) if int(os.path.basename(f)[2]) % 2 == odd]
        if of:
            print(['even', 'odd'][odd], scores(parser, of), flush=True)


if __name__ == '__main__':
    main(sys.argv[1], sys.argv[2], float(sys.argv[3]), *[int(v) for v in sys.argv[4:5]])
