"""Colours as those see them who lack one of the three kinds of cones.

Matrices for linear sRGB of Machado, Oliveira and Fernandes, "A Physiologically-based Model for
Simulation of Color Vision Deficiency" (2009), severity 1.
"""

import numpy as np

KINDS = {
    "protan": (
        (0.152286, 1.052583, -0.204868),
        (0.114503, 0.786281, 0.099216),
        (-0.003882, -0.048116, 1.051998),
    ),
    "deutan": (
        (0.367322, 0.860646, -0.227968),
        (0.280085, 0.672501, 0.047413),
        (-0.011820, 0.042940, 0.968881),
    ),
    "tritan": (
        (1.255528, -0.076749, -0.178779),
        (-0.078411, 0.930809, 0.147602),
        (0.004733, 0.691367, 0.303900),
    ),
}
_TO_XYZ = np.array(((0.4124, 0.3576, 0.1805), (0.2126, 0.7152, 0.0722), (0.0193, 0.1192, 0.9505)))
_WHITE = np.array((0.9505, 1.0, 1.089))


def linear(hexes):
    """``#rrggbb`` as linear sRGB."""
    own = np.array([int(hexes[k : k + 2], 16) for k in (1, 3, 5)]) / 255.0
    return np.where(own <= 0.04045, own / 12.92, ((own + 0.055) / 1.055) ** 2.4)


def lab(rgb):
    """Linear sRGB as CIE L*a*b* for D65."""
    own = _TO_XYZ @ rgb / _WHITE
    f = np.where(own > 216 / 24389, np.cbrt(own), (24389 / 27 * own + 16) / 116)
    return np.array((116 * f[1] - 16, 500 * (f[0] - f[1]), 200 * (f[1] - f[2])))


def seen(hexes, kind=None):
    """A colour in L*a*b* as it is seen; ``kind`` is one of ``KINDS``."""
    rgb = linear(hexes)
    return lab(rgb if kind is None else np.clip(np.array(KINDS[kind]) @ rgb, 0.0, 1.0))


def apart(one, other, kind=None):
    """How far two colours are apart (CIE76 difference; about 2 is just seen)."""
    return float(np.linalg.norm(seen(one, kind) - seen(other, kind)))
