"""Where a sample's things are, and what its surfaces are painted with: cloth, walls, scenes, hair and skin of other colours."""
import glob
import os

import cv2
import numpy as np

from network import CLASSES

SAMPLE = 288
#: how much wider a sample is than what the network sees
WIDER = 1.15
#: pixels of a sample along a face's width; the bridge of the nose, from the sample's top
FACE = SAMPLE / WIDER / 4
BRIDGE = SAMPLE / 2 - 0.4 * FACE
AT = {name: n for n, name in enumerate(CLASSES)}
GREY = np.array([0.299, 0.587, 0.114], np.float32)
#: pictures of anything but people, for grounds and prints
SCENES = [cv2.imread(path) for path in sorted(glob.glob(os.environ.get('SCENES', 'none') + '/*'))]


def field(r, cells, low=0.0, high=1.0):
    """A smooth random field over a sample."""
    small = r.random((cells + 1, cells + 1)).astype(np.float32)
    return low + (high - low) * cv2.resize(small, (SAMPLE, SAMPLE), interpolation=cv2.INTER_CUBIC)


def colour(r):
    """Any colour, greys and darks more often."""
    hue = r.random(3)
    grey = hue.mean()
    kept = r.choice([0, r.random(), 1], p=[0.35, 0.4, 0.25])
    level = r.choice([r.uniform(0.02, 0.2), r.uniform(0.1, 0.6), r.uniform(0.5, 1)], p=[0.4, 0.35, 0.25])
    tone = grey + (hue - grey) * kept
    return (tone / max(tone.max(), 1e-3) * level).astype(np.float32)


def pattern(r, base):
    """A cloth or a wall: plain, woven, striped, checked, spotted, printed or of strands; 3 x SAMPLE x SAMPLE."""
    kind = r.choice(['plain', 'grain', 'stripes', 'checks', 'patches', 'strands', 'leaves'], p=[0.3, 0.15, 0.12, 0.1, 0.13, 0.1, 0.1])
    other = base * r.uniform(0.3, 2) if r.random() < 0.4 else colour(r)
    y, x = np.mgrid[0:SAMPLE, 0:SAMPLE].astype(np.float32)
    angle = r.uniform(0, np.pi)
    along = x * np.cos(angle) + y * np.sin(angle) + field(r, 4, 0, r.uniform(0, 40))
    across = -x * np.sin(angle) + y * np.cos(angle)
    period = r.uniform(3, 40)
    if kind == 'plain':
        share = field(r, int(r.integers(1, 5))) * r.uniform(0, 0.5)
    elif kind == 'grain':
        share = cv2.resize(r.random((int(SAMPLE / r.uniform(1, 4)),) * 2).astype(np.float32), (SAMPLE, SAMPLE)) * r.uniform(0.2, 0.8)
    elif kind == 'stripes':
        share = np.clip(4 * np.sin(2 * np.pi * along / period) + 0.5 + r.uniform(-3, 3), 0, 1)
    elif kind == 'checks':
        share = 0.5 * (np.sin(2 * np.pi * along / period) > r.uniform(-0.5, 0.8)) + 0.5 * (np.sin(2 * np.pi * across / period) > r.uniform(-0.5, 0.8))
    elif kind == 'patches':
        share = np.clip(8 * (field(r, int(r.integers(6, 40))) - 0.5), 0, 1)
    elif kind == 'strands':
        long = cv2.GaussianBlur(r.random((SAMPLE * 2, SAMPLE * 2)).astype(np.float32), (0, 0), r.uniform(6, 20), sigmaY=r.uniform(0.6, 1.6))
        turn = cv2.getRotationMatrix2D((SAMPLE, SAMPLE), r.uniform(0, 180), 1)
        share = cv2.warpAffine(long, turn, (SAMPLE * 2, SAMPLE * 2))[SAMPLE // 2:SAMPLE // 2 + SAMPLE, SAMPLE // 2:SAMPLE // 2 + SAMPLE]
        share = np.clip(0.5 + (share - 0.5) / (2 * share.std() + 1e-4), 0, 1)
    else:
        share = sum(field(r, c) * w for c, w in ((6, 0.4), (20, 0.35), (60, 0.3)))
    return base[:, None, None] + (other - base)[:, None, None] * share.astype(np.float32)


def scene(r):
    """A piece of a picture of anything but people, at any size and turn; a pattern where there are none."""
    if not SCENES:
        return pattern(r, colour(r))
    picture = SCENES[int(r.integers(len(SCENES)))]
    side = int(min(picture.shape[:2]) * r.uniform(0.25, 1))
    y, x = (int(r.integers(0, n - side + 1)) for n in picture.shape[:2])
    piece = cv2.resize(picture[y:y + side, x:x + side, ::-1], (SAMPLE, SAMPLE), interpolation=cv2.INTER_AREA)
    piece = np.rot90(piece[:, ::r.choice([-1, 1])], int(r.choice([0, 0, 1, 2, 3])))
    return piece.astype(np.float32).transpose(2, 0, 1) / 255 * r.uniform(0.3, 1.2) * np.exp(r.normal(0, 0.15, (3, 1, 1))).astype(np.float32)


def mean_of(rgb, share):
    """The mean colour of a part; None where it hardly shows."""
    total = share.sum()
    return (rgb * share).sum((1, 2)) / total if total > 20 else None


def lit(r, rgb, share):
    """The light on a surface: its brightness against its own mean, softened."""
    grey = np.tensordot(GREY, rgb, 1)
    return np.clip(grey / max(1e-3, (grey * share).sum() / max(1, share.sum())), 0.15, 2.5) ** r.uniform(0.3, 1)


def put(rgb, share, new):
    return rgb * (1 - share) + new * share


def recoloured(r, rgb, share, to, contrast):
    """A part brought to another mean colour, its own contrast kept by a power."""
    own = mean_of(rgb, share)
    if own is None:
        return rgb
    return put(rgb, share, to[:, None, None] * (np.clip(rgb, 0.003, 1) / np.maximum(own, 0.01)[:, None, None]) ** contrast)
