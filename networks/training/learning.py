"""What a parser learns from, how it learns, and how well it tells classes."""
import glob
import time

import cv2
import numpy as np
import torch

from network import export

#: photos of each painted sample
PHOTOS = 2
#: how much of the average of the weights each step keeps
AVERAGE = 0.998
#: places of a batch from which on a class shows
LEAST_SHOWN = 200


def load(folder, side):
    """Samples of some planes of side x side bytes, and their files."""
    files = sorted(glob.glob(folder + '/*.bin'))
    return [np.fromfile(f, np.uint8).reshape(-1, side, side) for f in files], files


class Varied(torch.utils.data.IterableDataset):
    """Samples without end, as a module varies them."""

    def __init__(self, samples, seed, vary):
        self.samples, self.seed, self.vary = samples, seed, vary

    def __iter__(self):
        cv2.setNumThreads(1)
        r = np.random.default_rng(self.seed)
        while True:
            scene = self.vary.painted(self.samples, int(r.integers(len(self.samples))), r)
            for _ in range(PHOTOS):
                yield self.vary.photographed(*scene, r)


def cross_entropy(weights):
    """The loss of logits before true shares, classes weighed; places of no class do not count."""

    def loss_of(logits, truth):
        known = truth.sum(1)
        cross = -(weights[None, :, None, None] * truth * torch.log_softmax(logits, 1)).sum(1)
        return cross.sum() / known.sum().clamp(min=1)

    return loss_of


def cross_entropy_and_overlap(logits, truth):
    """
    Cross entropy, all classes alike, and by how much the soft IoU of each class that shows falls short of 1: hedging
    costs it. After Rahman, Wang 2016, "Optimizing Intersection-Over-Union in Deep Neural Networks for Image
    Segmentation", with sums over a batch, and least and greatest in place of product and sum; from memory.
    """
    shares = torch.softmax(logits, 1) * truth.sum(1, keepdim=True)
    over = (0, 2, 3)
    both, either = torch.minimum(shares, truth).sum(over), torch.maximum(shares, truth).sum(over)
    shows = truth.sum(over) > LEAST_SHOWN
    return cross_entropy(torch.ones(truth.shape[1]))(logits, truth) + (1 - both / either)[shows].mean()


def iou(parser, shown, classes):
    """Soft IoU of each class over all that is shown, with its truth, together."""
    parser.eval()
    both, either = np.zeros(len(classes)), np.zeros(len(classes))
    with torch.no_grad():
        for x, truth in shown:
            answer = torch.softmax(parser(torch.from_numpy(x[None])), 1)[0].numpy() * truth.sum(0)
            both += np.minimum(answer, truth).sum((1, 2))
            either += np.maximum(answer, truth).sum((1, 2))
    parser.train()
    return ' '.join('%s %.3f' % (n, b / e) for n, b, e in zip(classes, both, either) if e > 1)


def train(parser, average, batches, loss_of, *, out, minutes, rate, told):
    """AdamW with a rate that falls along a cosine; what is written is the average of the weights along the way."""
    torch.set_num_threads(2)
    average.load_state_dict(parser.state_dict())
    optimiser = torch.optim.AdamW(parser.parameters(), rate, weight_decay=1e-2)
    begin, step, usual = time.time(), 0, 0
    while (done := (time.time() - begin) / 60 / minutes) < 1:
        for group in optimiser.param_groups:
            group['lr'] = rate * min(1, (step + 1) / 100) * (0.5 + 0.5 * np.cos(np.pi * done)) + 1e-5
        x, truth = next(batches)
        loss = loss_of(parser(x.contiguous(memory_format=torch.channels_last)), truth)
        optimiser.zero_grad()
        loss.backward()
        optimiser.step()
        step += 1
        keep = min(AVERAGE, 1 - 1 / (step / 10 + 1))
        with torch.no_grad():
            for mean, value in zip(average.state_dict().values(), parser.state_dict().values()):
                mean.copy_(mean * keep + value * (1 - keep) if mean.is_floating_point() else value)
        usual = usual * 0.98 + loss.item() * 0.02 if step > 1 else loss.item()
        if step % 200 == 0:
            print('%d steps, %.1f min, loss %.3f' % (step, (time.time() - begin) / 60, usual), flush=True)
            export(average, out)
            torch.save(average.state_dict(), out + '.pt')
        if step % 600 == 0:
            told()
    export(average, out)
    torch.save(average.state_dict(), out + '.pt')
    print(step, 'steps')
    told()
