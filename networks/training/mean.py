"""
The mean of two parsers' weights, its normalisations measured anew on varied samples.

    python3 mean.py SAMPLES BEFORE AFTER SHARE OUT

BEFORE and AFTER name weights (.pt) or graphs, as FROM does for train.py; SHARE is how much of AFTER is taken, 0..1.
"""
import sys

import torch

import vary
from learning import Varied, load
from network import Parser, export, layers_of
from train import BATCH, MEASURED, report, weights_of


def mean(samples, before, after, share, out):
    shown = iter(torch.utils.data.DataLoader(Varied(samples, 31, vary), BATCH))
    batches = [next(shown)[0] for _ in range(MEASURED)]
    old, new = (weights_of(path, ((x, None) for x in batches)) for path in (before, after))
    parser = Parser()
    parser.load_state_dict({key: torch.lerp(old[key], value, share) if value.is_floating_point() else value for key, value in new.items()})
    for layer in layers_of(parser):
        if getattr(layer, 'norm', None):
            layer.norm.reset_running_stats()
            layer.norm.momentum = None  # a mean over all batches
    with torch.no_grad():
        for x in batches:
            parser.train()(x)
    export(parser.eval(), out)
    return parser


if __name__ == '__main__':
    folder, before, after, share, out = sys.argv[1:]
    samples, files = load(folder, vary.SAMPLE)
    report(mean(samples, before, after, float(share), out), samples[:8], files[:8])
