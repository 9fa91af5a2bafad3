"""
What is laid on a head that wears and does none of it: hats, a fringe, long hair, arms and hands. Each takes the
colours, 3 x SAMPLE x SAMPLE, and the true shares, and gives both anew; places are in face widths from the bridge of
the nose, u aside and v down.
"""
import cv2
import numpy as np

from painting import AT, BRIDGE, FACE, SAMPLE, colour, field, lit, mean_of, pattern, put

Y, X = np.mgrid[0:SAMPLE, 0:SAMPLE].astype(np.float32)
U, V = (X - SAMPLE / 2) / FACE, (Y - BRIDGE) / FACE
#: hair that reaches farther goes under no hat, face widths aside
WIDEST = 1.05


def edge(distance, soft=1.0):
    """Share of a pixel within a border at that distance inwards, face widths."""
    return np.clip(distance * FACE / soft + 0.5, 0, 1)


def turned(u, v, angle):
    """Both along axes turned by an angle."""
    return u * np.cos(angle) + v * np.sin(angle), v * np.cos(angle) - u * np.sin(angle)


def with_hat(r, rgb, truth):
    """A brimmed hat, a knitted one or a cap, over all of the hair above its line."""
    kind = r.choice(['brimmed', 'knitted', 'cap'], p=[0.5, 0.25, 0.25])
    low = r.uniform(-0.6, -0.22)
    skull = (truth[AT['hair']] + truth[AT['face']]) * (V < low + 0.1)
    middle = (U * skull).sum() / max(1, skull.sum())
    u, v = turned(U - middle - r.normal(0, 0.04), V - low, r.normal(0, 0.16))
    bend = dict(brimmed=r.uniform(-0.4, 0.5), knitted=r.uniform(0, 0.9), cap=r.uniform(-0.1, 0.5))[kind]
    line = bend * u * u
    hair = (truth[AT['hair']] > 0.3) & (v < line)
    reach = np.abs(u[hair]).max(initial=0.5)
    if reach > WIDEST:
        return rgb, truth
    wide = max(r.uniform(0.55, 0.68), reach + 0.03)
    high = max(r.uniform(0.45, 0.85), -v[hair].min(initial=0) + 0.03)
    narrower = r.uniform(0.75, 1.02) if kind == 'brimmed' else r.uniform(0.9, 1)
    power = r.uniform(2.5, 7) if kind == 'brimmed' else r.uniform(1.9, 2.8)
    half = wide * (1 - (1 - narrower) * np.clip(-v / high, 0, 1))
    inside = 1 - (np.abs(u / half) ** power + np.clip(-v / high, 0, None) ** power) ** (1 / power)
    crown = edge(inside * wide, r.uniform(0.8, 2)) * edge(line - v)
    base = colour(r) * (r.uniform(0.05, 0.4) if r.random() < 0.5 else 1)
    # Most are of felt or wool of one colour.
    cloth = pattern(r, base) if r.random() < 0.4 else base[:, None, None] * field(r, int(r.integers(2, 12)), 0.85, 1.1)
    side = r.uniform(-0.4, 0.4)
    shade = np.clip(1.15 - r.uniform(0.2, 0.9) * np.abs(u - side) / wide, 0.25, 1.3)
    hat, look = crown, cloth * shade
    if kind == 'brimmed':
        if r.random() < 0.55:
            band = edge(v - line + r.uniform(0.08, 0.25)) * crown
            look = put(look, band, pattern(r, colour(r)) * shade)
        across, deep = wide * r.uniform(1.25, 2.6), r.choice([r.uniform(0.06, 0.2), r.uniform(0.15, 0.5), r.uniform(0.4, 1.0)])
        wave = r.uniform(0, 0.08) * np.sin(u * r.uniform(2, 5) + r.uniform(0, 6))
        brim = edge((1 - np.hypot(u / across, (v - line - r.uniform(-0.3, 0.5) * deep - wave) / deep)) * deep, 1.2)
        # Its front is above the line; its back is seen beside the head, behind all of it.
        brim = brim * np.maximum(edge(line - v), 1 - truth[2:].sum(0))
        light = field(r, 2, 0.5, 1.1) * r.uniform(0.45, 1.1)
        look = put(look, brim * (1 - crown * (r.random() < 0.6)), cloth * light)
        hat = np.maximum(crown, brim)
    elif kind == 'knitted':
        ribs = 1 + r.uniform(0.05, 0.35) * np.sin(u * r.uniform(30, 90) + field(r, 6, 0, 2))
        look = look * ribs
        if r.random() < 0.7:
            look = put(look, edge(v - line + r.uniform(0.18, 0.35)) * crown, cloth * np.clip(shade * r.uniform(1, 1.25), 0.3, 1.4) * ribs)
    else:
        if r.random() < 0.5:
            tag = edge(0.2 - np.abs(u - r.normal(0, 0.1))) * edge(0.1 - np.abs(v + 0.35 * high)) * crown
            look = put(look, tag, pattern(r, colour(r)))
        if r.random() < 0.75:
            aside, deep = r.normal(0, 0.15), r.uniform(0.07, 0.24)
            visor = edge((1 - np.hypot((u - aside) / (wide * r.uniform(0.85, 1.1)), (v - line) / deep)) * deep, 1.2) * edge(v - line + 0.04)
            look = put(look, visor, (pattern(r, colour(r)) if r.random() < 0.4 else cloth) * r.uniform(0.4, 1.1))
            hat = np.maximum(crown, visor)
    hat = hat * truth.sum(0)
    if r.random() < 0.6:  # what lies in its shade
        gone = r.uniform(0.2, 0.75) * np.exp(-np.clip(v - line, 0, None) / r.uniform(0.08, 0.7)) * (truth[2:].sum(0))
        rgb = rgb * (1 - gone)
    return put(rgb, hat, look), laid_over(truth, hat, 'hat')


def laid_over(truth, share, name):
    """True shares where so much of each pixel is now of that class."""
    truth = truth * (1 - share)
    truth[AT[name]] += share
    return truth


def strands(r, swing):
    """Light along hair that hangs down, 1 in the mean; it swings aside by a plane of pixels."""
    long = cv2.GaussianBlur(r.random((SAMPLE, SAMPLE)).astype(np.float32), (0, 0), r.uniform(0.5, 1.4), sigmaY=r.uniform(6, 24))
    broad = cv2.GaussianBlur(r.random((SAMPLE, SAMPLE)).astype(np.float32), (0, 0), r.uniform(3, 8), sigmaY=r.uniform(20, 60))
    grain = sum(w * (p - p.mean()) / (p.std() + 1e-4) for w, p in ((r.uniform(0.1, 0.35), long), (r.uniform(0.1, 0.4), broad)))
    return np.clip(1 + cv2.remap(grain, X + swing, Y, cv2.INTER_LINEAR, borderMode=cv2.BORDER_REFLECT), 0.1, 2.5)


def with_long_hair(r, rgb, truth):
    """Hair that hangs over shoulders and before the chest, its ends at times of another colour."""
    tone = mean_of(rgb, truth[AT['hair']])
    if tone is None or truth[AT['hair']].sum() < 0.15 * FACE * FACE or truth[AT['beard']].sum() > 30:
        return rgb, truth
    swing = FACE * r.uniform(0, 0.09) * np.sin(V * r.uniform(3, 14) + r.uniform(0, 6) + field(r, 5, 0, 4))
    rough = lambda size: cv2.GaussianBlur(r.normal(0, 1, (1, SAMPLE)).astype(np.float32), (0, 0), r.uniform(1, 5)) * size
    over = np.zeros_like(U)
    below = np.clip(V - 0.2, 0, None)
    ends = r.uniform(1.1, 2.6)
    for hand in (-1, 1):
        if r.random() < 0.2:
            continue
        u = hand * (U + swing / FACE)
        inner = r.uniform(0.3, 0.5) + (r.uniform(-0.3, 0.1) + r.uniform(0, 0.08) * np.sin(3 * V)) * np.clip(below - 0.5, 0, 1.2)
        outer = r.uniform(0.6, 1.1) + r.uniform(-0.05, 0.3) * below
        last = ends + r.normal(0, 0.1) + rough(r.uniform(0.1, 0.5))
        fray = r.uniform(1, 4)
        curtain = edge(u - inner, fray) * edge(outer - u, fray) * edge(last - V, r.uniform(2, 10)) * edge(V + r.uniform(-0.2, 0.3), 6)
        over = np.maximum(over, curtain)
    kept = truth[[AT[name] for name in ('hair', 'face', 'brows', 'glasses', 'others')]].sum(0)
    over = over * np.clip(truth.sum(0) - kept, 0, 1)
    look = tone[:, None, None] * strands(r, swing)
    if r.random() < 0.35:
        tips = edge(V - r.uniform(0.4, 1.4), r.uniform(10, 60))
        look = put(look, tips, look * (r.uniform(0.5, 3) * np.exp(r.normal(0, 0.12, 3)))[:, None, None].astype(np.float32))
    return put(rgb, over, look * lit(r, rgb, over)), laid_over(truth, over, 'hair')


def with_fringe(r, rgb, truth):
    """Hair that hangs over the forehead, sometimes over a brow."""
    tone = mean_of(rgb, truth[AT['hair']])
    if tone is None:
        return rgb, truth
    ends = cv2.GaussianBlur(r.random((1, SAMPLE)).astype(np.float32), (0, 0), r.uniform(1, 6))
    ends = (ends - ends.mean()) / (ends.std() + 1e-4) * r.uniform(0.01, 0.05)
    line = r.uniform(-0.45, -0.12) + r.uniform(-0.35, 0.35) * U + r.uniform(-0.4, 0.8) * U * U + ends
    if r.random() < 0.3:  # parted
        line = line - np.clip(0.35 - np.abs(U - r.uniform(-0.2, 0.2)) * r.uniform(1, 3), 0, 1)
    over = np.clip((line - V) * FACE / r.uniform(1, 5), 0, 1) * (truth[AT['face']] + truth[AT['brows']])
    look = cv2.warpAffine(strands(r, 0), cv2.getRotationMatrix2D((SAMPLE / 2, SAMPLE / 2), r.normal(0, 20), 1), (SAMPLE, SAMPLE), borderMode=cv2.BORDER_REFLECT)
    kept = [AT['face'], AT['brows']]
    truth = truth.copy()
    truth[kept] *= 1 - over
    truth[AT['hair']] += over
    return put(rgb, over, tone[:, None, None] * look * lit(r, rgb, over)), truth


def with_hand(r, rgb, truth):
    """An arm that is raised to chin, cheek, hair or hat, bare or in a sleeve."""
    tone = mean_of(rgb, truth[AT['face']])
    if tone is None:
        return rgb, truth
    side = r.choice([-1, 1])
    wrist = np.array([side * r.uniform(0.1, 1.1), r.uniform(-0.2, 1.7)])
    elbow = np.array([side * r.uniform(0.5, 2), r.uniform(1.7, 2.8)]) if r.random() < 0.8 else np.array([side * 2.4, r.uniform(-0.6, 1)])
    way = (wrist - elbow) / np.linalg.norm(wrist - elbow)
    at = lambda place: tuple(int(round(16 * c)) for c in (SAMPLE / 2 + FACE * place[0], BRIDGE + FACE * place[1]))
    canvas = lambda: np.zeros((SAMPLE, SAMPLE), np.uint8)
    stroke = lambda to, a, b, wide: cv2.line(to, at(a), at(b), 255, max(2, int(wide * FACE)), cv2.LINE_AA, 4)
    size = r.uniform(0.8, 1.15)
    arm, hand, gaps = canvas(), canvas(), canvas()
    stroke(arm, elbow, wrist, r.uniform(0.26, 0.4) * size)
    bend = np.arctan2(way[1], way[0]) + r.normal(0, 0.5)
    ahead = np.array([np.cos(bend), np.sin(bend)])
    palm = wrist + 0.25 * size * ahead
    cv2.ellipse(hand, at(palm), (int(16 * 0.3 * size * FACE), int(16 * r.uniform(0.17, 0.27) * size * FACE)), np.degrees(bend), 0, 360, 255, -1, cv2.LINE_AA, 4)
    spread, long = r.uniform(0.03, 0.3), r.uniform(0.15, 0.5) * size
    for n, aside in enumerate((-1.5, -0.5, 0.5, 1.5)):
        turn = bend + spread * aside + r.normal(0, 0.06)
        finger = np.array([np.cos(turn), np.sin(turn)])
        root = palm + 0.15 * size * finger + 0.1 * size * aside * np.array([-ahead[1], ahead[0]])
        stroke(hand, root, root + finger * long * r.uniform(0.8, 1.1), 0.11 * size)
        if n:
            stroke(gaps, root - 0.06 * np.array([-ahead[1], ahead[0]]), root + finger * long - 0.06 * np.array([-ahead[1], ahead[0]]), 0.03)
    if r.random() < 0.6:  # thumb
        turn = bend + r.choice([-1, 1]) * r.uniform(0.5, 1.1)
        stroke(hand, palm - 0.1 * ahead, palm + 0.35 * size * np.array([np.cos(turn), np.sin(turn)]), 0.13 * size)
    arm, hand, gaps = (cv2.GaussianBlur(p.astype(np.float32) / 255, (0, 0), r.uniform(0.5, 1.2)) for p in (arm, hand, gaps))
    limb = np.maximum(arm, hand) * np.clip(truth.sum(0) - truth[AT['others']], 0, 1)
    if (limb * truth[AT['face']]).sum() > 0.3 * truth[AT['face']].sum():
        return rgb, truth
    inner = cv2.distanceTransform((limb > 0.5).astype(np.uint8), cv2.DIST_L2, 3)
    light = (0.6 + 0.5 * np.clip(inner / (0.12 * FACE), 0, 1)) * field(r, 4, 0.75, 1.2) * (1 - r.uniform(0.1, 0.5) * gaps * hand)
    skin = tone * np.exp(r.normal(0, 0.12) + r.normal(0, 0.03, 3)).astype(np.float32)
    around = cv2.GaussianBlur(limb, (0, 0), r.uniform(1.5, 5)) * r.uniform(0, 0.6)
    rgb = put(rgb * (1 - around * truth[2:].sum(0)), limb, skin[:, None, None] * light)
    truth = laid_over(truth, limb, 'body')
    if r.random() < 0.55:
        sleeve = (1 - hand) * limb * edge(((U - elbow[0]) * -way[0] + (V - elbow[1]) * -way[1]) + np.linalg.norm(wrist - elbow) * r.uniform(0.3, 0.98), 2)
        worn = mean_of(rgb, truth[AT['clothes']])
        base = colour(r) if worn is None or r.random() < 0.3 else (worn * r.uniform(0.8, 1.2)).astype(np.float32)
        rgb, truth = put(rgb, sleeve, pattern(r, base) * light), laid_over(truth, sleeve, 'clothes')
    return rgb, truth
