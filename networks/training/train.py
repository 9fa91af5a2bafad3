"""
Trains the head parser on samples of rendered heads, varied so far that their look is not learnt.

    python3 train.py SAMPLES OUT MINUTES [SEED]

SAMPLES holds the files of makeSamples.ts; OUT is where OUT.json and OUT.bin are written. Needs numpy, OpenCV
and PyTorch. Prints the soft IoU of each class on a folder of samples kept apart when KEPT is set.
"""
import glob
import os
import sys
import time

import cv2
import numpy as np
import torch

import vary
from network import CLASSES, Parser, export, normalised, restored

BATCH = 16
#: photos of each painted sample
PHOTOS = 2
#: of AdamW at its highest; less to go on from weights that were trained
RATE = float(os.environ.get('RATE', 2.5e-3))
#: rare classes weigh more, as their edges are short
WEIGHTS = dict(background=1, others=1, face=1, body=1.5, hair=1.5, beard=3, brows=3, clothes=1, glasses=4, hat=1.5)
AVERAGE = 0.998
#: batches on which a graph's normalisations are measured anew
MEASURED = 25


def load(folder):
    files = sorted(glob.glob(folder + '/*.bin'))
    return [np.fromfile(f, np.uint8).reshape(-1, vary.SAMPLE, vary.SAMPLE) for f in files], files


class Varied(torch.utils.data.IterableDataset):
    """Samples varied without end."""

    def __init__(self, samples, seed):
        self.samples, self.seed = samples, seed

    def __iter__(self):
        cv2.setNumThreads(1)
        r = np.random.default_rng(self.seed)
        while True:
            scene = vary.painted(self.samples, int(r.integers(len(self.samples))), r)
            for _ in range(PHOTOS):
                yield vary.photographed(*scene, r)


def loss_of(logits, truth, weights):
    known = truth.sum(1)
    cross = -(weights[None, :, None, None] * truth * torch.log_softmax(logits, 1)).sum(1)
    return cross.sum() / known.sum().clamp(min=1)


def scores(parser, samples):
    """Soft IoU of each class over all samples together."""
    parser.eval()
    both, either = np.zeros(len(CLASSES)), np.zeros(len(CLASSES))
    with torch.no_grad():
        for sample in samples:
            x, truth = vary.plain(sample)
            answer = torch.softmax(parser(torch.from_numpy(x[None])), 1)[0].numpy() * truth.sum(0)
            both += np.minimum(answer, truth).sum((1, 2))
            either += np.maximum(answer, truth).sum((1, 2))
    parser.train()
    return ' '.join('%s %.3f' % (n, b / e) for n, b, e in zip(CLASSES, both, either) if e > 1)


def main(folder, out, minutes, seed=1):
    torch.manual_seed(seed)
    torch.set_num_threads(2)
    batches = iter(torch.utils.data.DataLoader(Varied(load(folder)[0], seed), BATCH, num_workers=1, prefetch_factor=4))
    kept = load(os.environ['KEPT']) if 'KEPT' in os.environ else ([], [])
    parser, average = Parser().to(memory_format=torch.channels_last), Parser()
    if 'FROM' in os.environ:
        parser.load_state_dict(weights_of(os.environ['FROM'], batches))
    average.load_state_dict(parser.state_dict())
    weights = torch.tensor([WEIGHTS[name] for name in CLASSES])
    optimiser = torch.optim.AdamW(parser.parameters(), RATE, weight_decay=1e-2)
    begin, step, told = time.time(), 0, 0
    while (done := (time.time() - begin) / 60 / minutes) < 1:
        rate = RATE * min(1, (step + 1) / 100) * (0.5 + 0.5 * np.cos(np.pi * done)) + 1e-5
        for group in optimiser.param_groups:
            group['lr'] = rate
        x, truth = next(batches)
        loss = loss_of(parser(x.contiguous(memory_format=torch.channels_last)), truth, weights)
        optimiser.zero_grad()
        loss.backward()
        optimiser.step()
        step += 1
        keep = min(AVERAGE, 1 - 1 / (step / 10 + 1))
        with torch.no_grad():
            for mean, value in zip(average.state_dict().values(), parser.state_dict().values()):
                mean.copy_(mean * keep + value * (1 - keep) if mean.is_floating_point() else value)
        told = told * 0.98 + loss.item() * 0.02 if step > 1 else loss.item()
        if step % 200 == 0:
            print('%d steps, %.1f min, loss %.3f' % (step, (time.time() - begin) / 60, told), flush=True)
            export(average, out)
            torch.save(average.state_dict(), out + '.pt')
        if step % 600 == 0:
            report(average, *kept)
    export(average, out)
    torch.save(average.state_dict(), out + '.pt')
    print(step, 'steps')
    report(average, *kept)


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
