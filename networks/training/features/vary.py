"""
One sample of an eye with its brow or of a mouth varied: other colours by its true masks, make-up, strands and rims
across it, light, another turn, size and frame, landmarks that are off, few pixels, grain and compression.
"""
import os
import sys

import cv2
import numpy as np

sys.path.append(os.path.join(os.path.dirname(__file__), '..'))
from camera import taken  # noqa: E402

SAMPLE = 256
SIZE = 192
CLASSES = ['rest', 'brow', 'iris', 'pupil', 'white', 'lips', 'teeth', 'gap']
AT = {name: n for n, name in enumerate(CLASSES)}
INPUTS = 6
GREY = np.array([0.299, 0.587, 0.114], np.float32)
#: as in `featureInput`
LEAST_SPREAD = 0.05


def opened(sample):
    """Colours, what the landmarks say, and the true shares, 0..1."""
    planes = sample.astype(np.float32) / 255
    named = planes[INPUTS:]
    return planes[:3], planes[3:INPUTS], np.concatenate([np.clip(1 - named.sum(0, keepdims=True), 0, 1), named])


def plain(sample):
    """A sample as it is."""
    rgb, told, truth = opened(sample)
    still = np.float32([[1, 0, 0], [0, 1, 0]])
    return shown(framed(rgb, still), framed(told, still)), halved(framed(truth, still))


def shown(rgb, told):
    """What the network sees: colours less their mean, by their spread."""
    return np.concatenate([(rgb - rgb.mean()) / (rgb.std() + LEAST_SPREAD), told]).astype(np.float32)


def halved(truth):
    return truth.reshape(len(truth), SIZE // 2, 2, SIZE // 2, 2).mean((2, 4))


def framed(planes, turn):
    """Cut out of a sample by a turn about its middle."""
    move = turn.copy()
    move[:, 2] += SIZE / 2 - 0.5 - move[:, :2] @ np.float32([SAMPLE / 2 - 0.5] * 2)
    parts = [np.atleast_3d(cv2.warpAffine(np.ascontiguousarray(planes[n:n + 4].transpose(1, 2, 0)), move, (SIZE, SIZE), borderMode=cv2.BORDER_REPLICATE)) for n in range(0, len(planes), 4)]
    return np.concatenate(parts, 2).transpose(2, 0, 1)


def turned(r, angle, scale, stretch, shift):
    angle, across, down = r.normal(0, angle), np.exp(r.normal(0, scale)), np.exp(r.normal(0, stretch))
    cos, sin = np.cos(angle), np.sin(angle)
    turn = np.float32([[cos, -sin], [sin, cos]]) @ np.diag(np.float32([across * down, across / down]))
    return np.concatenate([turn, r.normal(0, shift * SIZE, (2, 1)).astype(np.float32)], 1)


def field(r, cells, low=0.0, high=1.0):
    small = r.random((cells + 1, cells + 1)).astype(np.float32)
    return low + (high - low) * cv2.resize(small, (SAMPLE, SAMPLE), interpolation=cv2.INTER_CUBIC)


def put(rgb, share, new):
    return rgb * (1 - share) + new * share


def tinted(r, rgb, share, to, contrast):
    """A part brought to another mean colour, its own contrast kept by a power."""
    if share.sum() < 20:
        return rgb
    own = np.maximum((rgb * share).sum((1, 2)) / share.sum(), 0.01)
    return put(rgb, share, np.clip(to[:, None, None] * (np.clip(rgb, 0.003, 1) / own[:, None, None]) ** contrast, 0, 1.2))


def warm(r, light):
    """A natural tone between grey and brown."""
    tone = np.array([light, 0, 0], np.float32)
    tone[1] = tone[0] * r.uniform(0.6, 1)
    tone[2] = tone[1] * r.uniform(0.55, 1.02)
    return tone


def coloured(r, rgb, truth):
    skin = (rgb * truth[0]).sum((1, 2)) / max(1, truth[0].sum())
    if r.random() < 0.6:
        tone = r.choice([0, 1, 2], p=[0.5, 0.25, 0.25])
        tone = [warm(r, r.uniform(0.08, 0.6)), r.uniform(0.1, 0.7, 3).astype(np.float32), np.float32([0.35, 0.45, 0.55]) * r.uniform(0.5, 1.3)][tone]
        rgb = tinted(r, rgb, truth[AT['iris']], tone, r.uniform(0.4, 1.3))
    if r.random() < 0.3:
        rgb = tinted(r, rgb, truth[AT['pupil']], (np.float32([r.uniform(0.3, 0.8), 0.1, 0.08]) if r.random() < 0.15 else np.full(3, r.uniform(0.01, 0.2), np.float32)), 0.6)
    if r.random() < 0.5:
        white = np.float32([1, r.uniform(0.8, 1), r.uniform(0.72, 1)]) * r.uniform(0.45, 0.95)
        rgb = tinted(r, rgb, truth[AT['white']], white, r.uniform(0.5, 1.2))
    if r.random() < 0.6:
        # Lips hardly darker than skin, or painted.
        tone = skin * np.float32([r.uniform(0.75, 1.1), r.uniform(0.5, 1), r.uniform(0.5, 1)]) if r.random() < 0.65 else np.float32([r.uniform(0.2, 0.8), r.uniform(0.03, 0.5), r.uniform(0.05, 0.5)])
        rgb = tinted(r, rgb, truth[AT['lips']], tone.astype(np.float32), r.uniform(0.4, 1.3))
    if r.random() < 0.5:
        rgb = tinted(r, rgb, truth[AT['teeth']], np.float32([1, r.uniform(0.85, 1), r.uniform(0.65, 1)]) * r.uniform(0.3, 0.95), r.uniform(0.5, 1.2))
    if r.random() < 0.4:
        rgb = tinted(r, rgb, truth[AT['gap']], warm(r, r.uniform(0.03, 0.45)), r.uniform(0.5, 1.2))
    if r.random() < 0.6:
        tone = skin * r.uniform(0.5, 0.9) if r.random() < 0.4 else warm(r, r.uniform(0.03, 0.6))
        rgb = tinted(r, rgb, truth[AT['brow']], tone.astype(np.float32), r.uniform(0.5, 1.2))
    if r.random() < 0.5:
        gain = np.exp(r.normal(0, 0.3) + r.normal(0, 0.1, 3)).astype(np.float32)
        rgb = put(rgb, truth[0], rgb * gain[:, None, None])
    return rgb


def made_up(r, rgb, truth):
    """Shadow about the eye, a line along its lids, blush, freckles and pores."""
    opening = truth[[AT[n] for n in ('iris', 'pupil', 'white')]].sum(0)
    bare = truth[0]
    if opening.sum() > 30 and r.random() < 0.45:
        shadow = cv2.GaussianBlur(opening, (0, 0), r.uniform(4, 20), sigmaY=r.uniform(4, 14))
        shadow = np.roll(shadow, -int(r.integers(-4, 14)), 0)
        shadow = np.clip(shadow / max(shadow.max(), 1e-3) * r.uniform(0.3, 1.4), 0, 1) * bare * r.uniform(0.2, 0.9)
        rgb = put(rgb, shadow, (warm(r, r.uniform(0.02, 0.4)) if r.random() < 0.6 else r.uniform(0, 1, 3).astype(np.float32) ** 2)[:, None, None] * (0.4 + 0.6 * rgb / max(rgb.mean(), 0.05)))
    if opening.sum() > 30 and r.random() < 0.35:
        wide = r.uniform(0.8, 3)
        line = np.clip(4 * cv2.GaussianBlur(opening, (0, 0), wide) * (1 - opening), 0, 1) * (field(r, 3) > r.uniform(0, 0.5))
        rgb = put(rgb, line * bare * r.uniform(0.3, 1), np.full((3, 1, 1), r.uniform(0.01, 0.15), np.float32))
    if r.random() < 0.3:
        spots = cv2.GaussianBlur(r.random((SAMPLE, SAMPLE)).astype(np.float32), (0, 0), r.uniform(0.6, 3))
        spots = (spots - spots.mean()) / (spots.std() + 1e-5)
        rgb = rgb * (1 - bare * np.clip(spots - r.uniform(0, 2), -1, 2) * r.uniform(0.02, 0.2) * np.array([0.6, 1, 1], np.float32)[:, None, None])
    if r.random() < 0.25:
        grain = field(r, int(r.integers(8, 40)), -1, 1)
        rgb = rgb * (1 + bare * grain * r.uniform(0.03, 0.15))
    if r.random() < 0.4:
        # Light that mirrors: in eyes, on lips, on skin.
        for _ in range(int(r.integers(1, 4))):
            spot = np.zeros((SAMPLE, SAMPLE), np.float32)
            at = r.integers(SAMPLE // 4, 3 * SAMPLE // 4, 2)
            cv2.ellipse(spot, (int(at[0]), int(at[1])), (int(r.integers(1, 7)), int(r.integers(1, 7))), r.uniform(0, 180), 0, 360, 1, -1)
            rgb = put(rgb, cv2.GaussianBlur(spot, (0, 0), r.uniform(0.5, 3)) * r.uniform(0.2, 1), np.float32(1))
    return rgb


def wider_open(r, rgb, told, truth):
    """What shows between the lips made higher, as laughing does; the lips themselves stay as they are."""
    gap = truth[AT['gap']] + truth[AT['teeth']]
    high = gap.sum(0)
    if gap.sum() < 150 or r.random() < 0.4:
        return rgb, told, truth
    y, x = np.mgrid[0:SAMPLE, 0:SAMPLE].astype(np.float32)
    line = (gap * y).sum(0) / np.maximum(high, 1e-3)
    known = np.flatnonzero(high > 1)
    line = np.interp(np.arange(SAMPLE), known, line[known])[None, :]
    half = cv2.GaussianBlur(high[None, :] / 2, (0, 0), 4)
    factor = r.uniform(1.3, 3.3)
    # Half of what is added goes upward at most: jaws open downward.
    up = r.uniform(0, 0.4)
    centre = line + (factor - 1) * half * (1 - 2 * up)
    off = (y - centre) / factor
    inside = np.abs(off) <= half
    beyond = y - centre - np.sign(y - centre) * half * (factor - 1)
    rows = (line + np.where(inside, off, beyond)).astype(np.float32)
    moved = lambda planes: np.stack([cv2.remap(np.ascontiguousarray(plane), x, rows, cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE) for plane in planes])
    return moved(rgb), moved(told), moved(truth)


def with_teeth(r, rgb, truth):
    """An open mouth full of teeth: an upper row, at times a lower one, in place of its dark."""
    gap = truth[AT['gap']] + truth[AT['teeth']]
    if gap.sum() < 150 or r.random() < 0.4:
        return rgb, truth
    rows = np.flatnonzero(gap.sum(1) > 1)
    columns = np.arange(SAMPLE, dtype=np.float32)[None, :]
    depth = np.cumsum(gap, 0) / max(1, gap.sum(0).max())
    upper = np.clip((r.uniform(0.3, 1.2) - depth) * (rows[-1] - rows[0]) / 2, 0, 1)
    lower = np.clip((depth - r.uniform(0.6, 0.95)) * (rows[-1] - rows[0]) / 2, 0, 1) if r.random() < 0.3 else 0
    share = gap * np.maximum(upper, lower)
    light = np.float32([1, r.uniform(0.88, 1), r.uniform(0.7, 1)]) * r.uniform(0.4, 1.05)
    between = 1 - r.uniform(0.05, 0.5) * np.clip(np.cos(2 * np.pi * columns / r.uniform(7, 22)) * 6 - 5, 0, 1)
    shade = field(r, 3, 0.7, 1.1) * (0.75 + 0.5 * depth)
    truth = truth.copy()
    truth[AT['gap']] = gap - share
    truth[AT['teeth']] = share
    return put(rgb, share, light[:, None, None] * between * np.clip(shade, 0.3, 1.1)), truth


def crossed(r, rgb, truth):
    """Strands of hair and rims of glasses across it, which hide what is behind."""
    cover, tone = np.zeros((SAMPLE, SAMPLE), np.float32), warm(r, r.uniform(0.02, 0.7))
    if r.random() < 0.12:
        for _ in range(int(r.integers(1, 25))):
            x, y = r.uniform(0, SAMPLE), r.uniform(-30, 30)
            drift, long = r.normal(0, 40), r.uniform(40, 220)
            points = np.int32([[x + drift * t + r.normal(0, 1.5), y + long * t] for t in np.linspace(0, 1, 8)])
            cv2.polylines(cover, [points], False, r.uniform(0.3, 1), int(r.choice([1, 1, 2])), cv2.LINE_AA)
    if r.random() < 0.12:
        middle = (int(SAMPLE / 2 + r.normal(0, 15)), int(SAMPLE * 0.58 + r.normal(0, 12)))
        size = (int(r.uniform(60, 100)), int(r.uniform(40, 75)))
        cv2.ellipse(cover, middle, size, r.normal(0, 4), 0, 360, 1, int(r.integers(2, 9)), cv2.LINE_AA)
    rgb = put(rgb, cover, tone[:, None, None] * field(r, 6, 0.5, 1.5))
    truth = truth * (1 - cover)
    truth[0] += cover
    return rgb, truth


def painted(samples, index, r):
    """A sample with other looks."""
    rgb, told, truth = wider_open(r, *opened(samples[index]))
    rgb, truth = with_teeth(r, coloured(r, rgb, truth), truth)
    rgb, truth = crossed(r, made_up(r, rgb, truth), truth)
    if r.random() < 0.5:
        rgb = rgb * field(r, int(r.integers(1, 4)), r.uniform(0.25, 0.9), r.uniform(1, 1.4))
    return rgb, told, truth


def photographed(rgb, told, truth, r):
    """One photo of a painted sample: turned, lit, with few or many pixels, and landmarks that are off."""
    if r.random() < 0.5 and truth[AT['lips']].sum() > truth[AT['iris']].sum():
        rgb, told, truth = (planes[:, :, ::-1] for planes in (rgb, told, truth))
    turn = turned(r, 0.1, 0.1, 0.06, 0.02)
    off = turned(r, 0.03, 0.05, 0.04, 0.012)
    both = off.copy()
    both[:, :2] = off[:, :2] @ turn[:, :2]
    both[:, 2] = off[:, 2] + turn[:, 2]
    rgb, truth = framed(rgb, turn), framed(truth, turn)
    told = np.clip(framed(told, both) + r.normal(0, 0.04, (3, 1, 1)) * (told.max((1, 2)) > 0)[:, None, None], 0, 1)
    return np.ascontiguousarray(shown(shot(r, rgb), told)), np.ascontiguousarray(halved(truth))


def shot(r, rgb):
    """Light, exposure, size, blur, grain and compression of a camera."""
    rgb = np.clip(rgb, 0, 1) * np.exp(r.normal(0, 0.1, (3, 1, 1)) + r.normal(0, 0.2)).astype(np.float32)
    grey = np.tensordot(GREY, rgb, 1)[None]
    rgb = grey + (rgb - grey) * (0 if r.random() < 0.1 else r.uniform(0.4, 1.5))
    rgb = np.clip(rgb, 0, 1) ** np.exp(r.normal(0, 0.3))
    image = np.ascontiguousarray(rgb.transpose(1, 2, 0)).astype(np.float32)
    small = int(SIZE / np.exp(r.uniform(0, np.log(7))))
    image = cv2.resize(image, (small, small), interpolation=cv2.INTER_AREA)
    image = taken(r, image, blurred=(0.4, 0.3, 1.2), sharpened=0.4, grainy=(0.7, 0.05), packed=(0.35, 30, 92))
    return cv2.resize(image, (SIZE, SIZE), interpolation=cv2.INTER_LINEAR).transpose(2, 0, 1)
