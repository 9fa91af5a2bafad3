"""
One sample varied: other grounds, clothes, hair and skin by its true masks, things laid on it, another turn, size and
frame, light, blur, grain and compression; and a silhouette that is at times wrong.
"""
import cv2
import numpy as np

from camera import taken
from laid import with_fringe, with_hand, with_hat, with_long_hair
from network import INPUTS, SIZE
from painting import AT, BRIDGE, FACE, GREY, SAMPLE, WIDER, colour, field, lit, mean_of, pattern, put, recoloured, scene


def plain(sample):
    """A sample as it is: what the network sees, and the true shares."""
    planes = sample.astype(np.float32) / 255
    truth = np.concatenate([planes[INPUTS:], np.zeros((1, SAMPLE, SAMPLE), np.float32)])
    return framed(planes[:INPUTS], truth, np.float32([[1, 0, 0], [0, 1, 0]]))


def framed(seen, truth, turn):
    """Both cut out of a sample by a turn about its middle."""
    scale = SIZE / (SAMPLE / WIDER)
    middle = np.float32([SAMPLE / 2, SAMPLE / 2])
    move = turn.copy()
    move[:, :2] *= scale
    move[:, 2] = turn[:, 2] * scale + SIZE / 2 - 0.5 - move[:, :2] @ (middle - 0.5)
    to = [cut(plane, move) for plane in (seen, truth)]
    half = to[1].reshape(len(truth), SIZE // 2, 2, SIZE // 2, 2).mean((2, 4))
    return to[0], half


def cut(planes, move):
    parts = [np.atleast_3d(cv2.warpAffine(np.ascontiguousarray(planes[n:n + 4].transpose(1, 2, 0)), move, (SIZE, SIZE))) for n in range(0, len(planes), 4)]
    return np.concatenate(parts, 2).transpose(2, 0, 1)


def other_looks(r, rgb, truth, samples):
    hair_share = truth[AT['hair']] + truth[AT['beard']] + truth[AT['brows']]
    if r.random() < 0.55:
        tone = np.array([r.uniform(0.02, 1), 0, 0], np.float32)
        tone[1] = tone[0] * r.uniform(0.6, 1)
        tone[2] = tone[1] * r.uniform(0.55, 1.02)
        if r.random() < 0.12:
            tone = colour(r)
        rgb = recoloured(r, rgb, hair_share, tone, r.uniform(0.4, 1.3))
    hair = mean_of(rgb, truth[AT['hair']])
    skin = mean_of(rgb, truth[AT['face']])
    if r.random() < 0.4:
        gain = np.exp(r.normal(0, 0.25) + r.normal(0, 0.08, 3)).astype(np.float32)
        rgb = put(rgb, truth[AT['face']] + truth[AT['body']], np.clip(rgb, 0, 1) * gain[:, None, None])
    near = [c for c in (hair, skin) if c is not None]
    base = lambda: (near[int(r.integers(len(near)))] * r.uniform(0.8, 1.2)).astype(np.float32) if near and r.random() < 0.35 else colour(r)
    # A shirt is white more often than any other colour.
    cloth = lambda: (r.uniform(0.55, 1) * np.exp(r.normal(0, 0.02, 3))).astype(np.float32) if r.random() < 0.25 else base()
    if r.random() < 0.65:
        worn = truth[AT['clothes']]
        rgb = put(rgb, worn, (scene(r) if r.random() < 0.15 else pattern(r, cloth())) * lit(r, rgb, worn))
        if r.random() < 0.4:
            x = (np.arange(SAMPLE, dtype=np.float32)[None, :] - SAMPLE / 2 - r.normal(0, 10)) / FACE
            y = (np.arange(SAMPLE, dtype=np.float32)[:, None] - BRIDGE) / FACE
            width = r.uniform(0.1, 0.4) * np.clip(2.6 - y, 0.2, 2) if r.random() < 0.7 else r.uniform(0.06, 0.12) + 0 * y
            front = np.clip((width - np.abs(x)) * FACE, 0, 1) * worn
            rgb = put(rgb, front, pattern(r, cloth()) * lit(r, rgb, worn))
    behind = truth[AT['background']]
    if r.random() < 0.7:
        choice = r.random()
        if choice < 0.45:
            ground = scene(r)
            if r.random() < 0.5:
                ground = np.stack([cv2.GaussianBlur(p, (0, 0), r.uniform(1, 10)) for p in ground])
        elif choice < 0.6:
            other = samples[int(r.integers(len(samples)))][:3].astype(np.float32)[:, :, ::r.choice([-1, 1])] / 255
            ground = np.stack([np.roll(p, int(r.integers(SAMPLE)), 1) for p in other])
            if r.random() < 0.6:
                ground = np.stack([cv2.GaussianBlur(p, (0, 0), r.uniform(1, 8)) for p in ground])
        else:
            ground = pattern(r, base()) * field(r, 2, r.uniform(0.4, 1), 1.1)
            for _ in range(int(r.integers(0, 4))):
                box = np.zeros((SAMPLE, SAMPLE), np.float32)
                at = r.integers(0, SAMPLE, 4)
                cv2.ellipse(box, (int(at[0]), int(at[1])), (int(at[2] / 3 + 4), int(at[3] / 2 + 4)), r.uniform(0, 180), 0, 360, 1, -1) if r.random() < 0.5 else cv2.rectangle(box, (int(at[0]), int(at[1])), (int(at[0] + at[2] / 2), int(at[1] + at[3])), 1, -1)
                ground = put(ground, cv2.GaussianBlur(box, (0, 0), r.uniform(0.5, 6)), pattern(r, base()))
            if r.random() < 0.5:
                ground = np.stack([cv2.GaussianBlur(p, (0, 0), r.uniform(0.8, 10)) for p in ground])
        rgb = put(rgb, behind, ground)
    return rgb


def with_bare_skin(r, rgb, truth, grey):
    """Shoulders, arms and a neckline bare: some of the clothes become skin, in the light that lay on them."""
    tone = mean_of(rgb, truth[AT['face']])
    if tone is None:
        return rgb, truth
    y, x = np.mgrid[0:SAMPLE, 0:SAMPLE].astype(np.float32)
    u, v = (x - SAMPLE / 2) / FACE + field(r, 6, -0.05, 0.05), (y - BRIDGE) / FACE + field(r, 6, -0.05, 0.05)
    side = u * r.choice([-1, 1])
    arms = np.clip((side - r.uniform(0.4, 1.2) - r.uniform(-0.2, 0.3) * (v - 1)) * FACE, 0, 1)
    if r.random() < 0.6:
        arms = np.maximum(arms, np.clip((-side - r.uniform(0.4, 1.2)) * FACE, 0, 1))
    neckline = np.clip((r.uniform(1, 2.3) + r.uniform(-0.3, 0.3) * u - r.uniform(-0.2, 0.6) * u * u - v) * FACE, 0, 1)
    if r.random() < 0.5:
        for at in r.uniform(0.3, 0.8) * np.array([-1, 1]):
            neckline = neckline * (np.abs(u - at - r.uniform(-0.2, 0.2) * (v - 1)) > r.uniform(0.02, 0.12))
    kind = r.choice(['arms', 'neckline', 'both', 'all'], p=[0.3, 0.25, 0.35, 0.1])
    bare = dict(arms=arms, neckline=neckline, both=np.maximum(arms, neckline), all=np.ones_like(arms))[kind] * truth[AT['clothes']]
    soft = cv2.GaussianBlur(np.stack([grey * truth[AT['clothes']], truth[AT['clothes']]], 2), (0, 0), r.uniform(1.5, 8))
    light = soft[..., 0] / np.maximum(soft[..., 1], 1e-3)
    light = np.clip(light / max(1e-3, (light * bare).sum() / max(1, bare.sum())), 0.25, 2) ** r.uniform(0.3, 1)
    skin = tone * np.exp(r.normal(0, 0.15) + r.normal(0, 0.03, 3)).astype(np.float32)
    grain = 1 + r.uniform(0, 0.04) * r.normal(0, 1, (SAMPLE, SAMPLE)).astype(np.float32)
    truth = truth.copy()
    truth[AT['body']] += bare
    truth[AT['clothes']] -= bare
    return put(rgb, bare, skin[:, None, None] * light * grain * field(r, int(r.integers(2, 5)), 0.7, 1.25)), truth


def with_shaded_jaw(r, rgb, truth, oval):
    """A dark jaw and a shadow below it, which are no beard."""
    v = (np.arange(SAMPLE, dtype=np.float32)[:, None] - BRIDGE) / FACE
    off = 2 * (oval - 0.5) - r.uniform(-0.06, 0.15)
    shade = np.exp(-(off / r.uniform(0.03, 0.2)) ** 2) * np.clip(4 * (v - 0.25), 0, 1) * r.uniform(0.2, 0.85)
    return put(rgb, shade * (truth[AT['face']] + truth[AT['body']]), rgb * np.array([1, 0.85, 0.75], np.float32)[:, None, None] ** r.uniform(0, 2) * 0.15), truth


def opened(samples, index):
    """A sample's planes and true shares, 0..1; nobody wears a hat."""
    planes = samples[index].astype(np.float32) / 255
    return planes[:INPUTS].copy(), np.concatenate([planes[INPUTS:], np.zeros((1, SAMPLE, SAMPLE), np.float32)])


def widened(seen, truth):
    """The photo goes on where it ended: bodies downward as at its border, shoulders falling off aside, and ground."""
    inside = cv2.erode((seen[6] > 0.5).astype(np.uint8), np.ones((5, 5), np.uint8), borderValue=1)
    if inside.all() or not inside.any():
        return seen, truth
    _, labels = cv2.distanceTransformWithLabels(1 - inside, cv2.DIST_L2, 5, labelType=cv2.DIST_LABEL_PIXEL)
    at = np.zeros(labels.max() + 1, np.int64)
    places = np.flatnonzero(inside.ravel())
    at[labels.ravel()[places]] = places
    row, column = np.divmod(at[labels], SAMPLE)
    y, x = np.mgrid[0:SAMPLE, 0:SAMPLE]
    above = np.clip(row - (1.2 * np.abs(x - column)).astype(int), 0, SAMPLE - 1)
    row = np.where((y <= row + 2) & (inside[above, column] > 0), above, row)
    planes = np.concatenate([seen[:4], truth])[:, row, column]
    # A head that is cut stays cut.
    of_face = planes[4:][[AT[name] for name in ('face', 'beard', 'brows', 'glasses')]].sum(0)
    cut_off = (inside == 0) & ((of_face > 0.05) | (planes[4 + AT['hair']] > 0.05) & (y < BRIDGE + FACE))
    planes *= 1 - cut_off
    seen = np.concatenate([planes[:4], seen[4:6], (1.0 - cut_off)[None].astype(np.float32)])
    return seen, planes[4:]


def beside(r, seen, rgb, truth, samples):
    """Another sitter next to this one, before or behind."""
    theirs, shares = widened(*opened(samples, int(r.integers(len(samples)))))
    look = other_looks(r, theirs[:3], shares, samples)
    if r.random() < 0.2:
        look, shares = with_bare_skin(r, look, shares, np.tensordot(GREY, theirs[:3], 1))
    size = np.exp(r.normal(0, 0.15))
    aside, down = r.choice([-1, 1]) * r.uniform(0.85, 2.2), r.normal(0.1, 0.5)
    move = np.float32([[size * r.choice([-1, 1]), 0, 0], [0, size, 0]])
    middle = np.float32([SAMPLE / 2, BRIDGE])
    move[:, 2] = middle + np.float32([aside, down]) * FACE - move[:, :2] @ middle
    laid = lambda plane, border=0: cv2.warpAffine(np.ascontiguousarray(plane), move, (SAMPLE, SAMPLE), borderValue=border)
    body = laid(shares[2:].sum(0))
    # Who leans before the other hides what is behind, but for the face that is looked at.
    if r.random() < 0.5:
        body = body * (1 - truth[2:].sum(0))
    else:
        body = body * (1 - cv2.GaussianBlur(truth[AT['face']], (0, 0), 2))
    rgb = put(rgb, body, np.stack([laid(plane) for plane in look]))
    truth = truth * (1 - body)
    truth[AT['others']] += body
    seen = seen.copy()
    seen[3] = np.maximum(seen[3], laid(theirs[3]))
    seen[5] = np.minimum(seen[5], laid(theirs[4], 1))
    return seen, rgb, truth


def painted(samples, index, r):
    """A sample with other looks, at times in a hat, with long hair, a raised arm or beside others, and a silhouette that may be wrong."""
    seen, truth = opened(samples, index)
    if r.random() < 0.6:
        seen, truth = widened(seen, truth)
    grey = np.tensordot(GREY, seen[:3], 1)
    rgb = other_looks(r, seen[:3], truth, samples)
    if r.random() < 0.15:
        rgb, truth = with_bare_skin(r, rgb, truth, grey)
    if r.random() < 0.35:
        rgb, truth = with_shaded_jaw(r, rgb, truth, seen[4])
    if r.random() < 0.25:
        rgb, truth = with_fringe(r, rgb, truth)
    bare = truth[1:].sum(0)
    if r.random() < 0.2:
        rgb, truth = with_long_hair(r, rgb, truth)
    if r.random() < 0.4:
        rgb, truth = with_hat(r, rgb, truth)
    if r.random() < 0.2:
        rgb, truth = with_hand(r, rgb, truth)
    seen[3] = np.maximum(seen[3], (truth[1:].sum(0) - bare) * (r.random() < 0.8))
    for _ in range(int(r.choice([0, 1, 2], p=[0.6, 0.25, 0.15]))):
        seen, rgb, truth = beside(r, seen, rgb, truth, samples)
    if r.random() < 0.35:
        rgb = rgb * field(r, int(r.integers(1, 4)), r.uniform(0.35, 0.9), r.uniform(1, 1.5))
    # On photographs the silhouette is better than on these.
    person = cv2.GaussianBlur(truth[1:].sum(0), (0, 0), r.uniform(1, 4)) if r.random() < 0.5 else seen[3]
    if r.random() < 0.3:
        person = cv2.GaussianBlur(person, (0, 0), r.uniform(1, 8))
    if r.random() < 0.15:
        person = np.clip(person + field(r, int(r.integers(3, 10)), -1.2, 1.2) * (r.random() < 0.6) - 0.1, 0, 1)
    if r.random() < 0.05:
        person = np.full_like(person, r.random())
    return np.concatenate([rgb, person[None], seen[4:]]), truth


def photographed(seen, truth, r):
    """One photo of a painted sample: turned, framed, lit."""
    if r.random() < 0.5:
        seen, truth = seen[:, :, ::-1], truth[:, :, ::-1]
    angle, scale = r.normal(0, 0.12), np.exp(r.normal(0, 0.09))
    cos, sin = scale * np.cos(angle), scale * np.sin(angle)
    turn = np.float32([[cos, -sin, r.normal(0, 0.06) * FACE], [sin, cos, r.normal(0, 0.06) * FACE]])
    seen, truth = framed(seen, truth, turn)
    if r.random() < 0.35:
        inside = np.zeros((SIZE, SIZE), np.float32)
        low, high = (r.random(2) * 0.3 * SIZE * (r.random(2) < 0.5)).astype(int), SIZE - (r.random(2) * 0.4 * SIZE * (r.random(2) < 0.5)).astype(int)
        inside[low[0] & ~1:high[0] & ~1, low[1] & ~1:high[1] & ~1] = 1
        seen[[0, 1, 2, 3, 6]] *= inside
        truth = truth * inside[::2, ::2]
    seen[:3] = shot(r, seen[:3]) * (seen[6] > 0.5)
    return np.ascontiguousarray(seen), np.ascontiguousarray(truth)


def shot(r, rgb):
    """Light, exposure, blur, grain and compression of a camera."""
    warm = r.normal(0, 0.18) * np.array([1, 0, -1.5], np.float32)[:, None, None]
    rgb = np.clip(rgb, 0, 1) * np.exp(warm + r.normal(0, 0.08, (3, 1, 1)) + r.normal(0, 0.2)).astype(np.float32)
    grey = np.tensordot(GREY, rgb, 1)[None]
    rgb = grey + (rgb - grey) * (0 if r.random() < 0.1 else r.uniform(0.4, 1.4))
    rgb = np.clip(rgb, 0, 1) ** np.exp(r.normal(0, 0.25))
    rgb = 0.5 + (rgb - 0.5) * r.uniform(0.7, 1.2) + r.normal(0, 0.04)
    if r.random() < 0.15:  # shadows that drown
        rgb = (rgb - r.uniform(0.02, 0.2)) * r.uniform(1, 1.2)
    image = np.ascontiguousarray(rgb.transpose(1, 2, 0)).astype(np.float32)
    return taken(r, image, blurred=(0.35, 0.4, 1.8), sharpened=0.3, grainy=(0.6, 0.06), packed=(0.3, 25, 85)).transpose(2, 0, 1)
