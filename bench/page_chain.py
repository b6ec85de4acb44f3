"""The same chain with OpenCV: paper fit, difference, components, cutting. Prints the median seconds as JSON.

Usage: python3 page_chain.py raw-bgr-file width height ppi runs
"""
import json
import sys
import time

import cv2
import numpy as np

path, width, height, ppi, runs = sys.argv[1], *(int(v) for v in sys.argv[2:6])
page = np.fromfile(path, np.uint8).reshape(height, width, 3)
TILES, TOLERANCE, SPECK_MM2, JOIN_MM, SMALLEST_MM2 = 24, 14, 0.25, 1.8, 4
MM = ppi / 25.4


def chain():
    # Paper: the light end of each tile, a quadratic surface, twice without the tiles below it.
    tiles = []
    for ty in range(TILES):
        for tx in range(TILES):
            tile = page[ty * height // TILES : (ty + 1) * height // TILES : 15, tx * width // TILES : (tx + 1) * width // TILES : 15]
            flat = tile.reshape(-1, 3)
            light = flat @ np.array([3, 4, 2])
            pick = flat[np.argsort(light)[int(len(light) * 0.6) : int(len(light) * 0.95)]]
            tiles.append((2 * (tx + 0.5) / TILES - 1, 2 * (ty + 0.5) / TILES - 1, *pick.mean(0)))
    tiles = np.array(tiles)
    basis = lambda u, v: np.stack([np.ones_like(u), u, v, u * u, u * v, v * v], -1)
    kept = tiles
    for _ in range(3):
        coef, *_rest = np.linalg.lstsq(basis(kept[:, 0], kept[:, 1]), kept[:, 2:], rcond=None)
        over = basis(kept[:, 0], kept[:, 1]) @ coef - kept[:, 2:]
        kept = kept[over.mean(1) < 5]
    u, v = np.meshgrid(np.linspace(-1, 1, 128), np.linspace(-1, 1, 128))
    paper = cv2.resize((basis(u, v) @ coef).astype(np.uint8), (width, height))
    flat = cv2.divide(page, paper, scale=255)
    # Difference from white, weighted, against the tolerance.
    off = cv2.bitwise_not(flat)
    square = cv2.multiply(off, off, dtype=cv2.CV_16U)
    mask = cv2.compare(cv2.transform(square, np.array([[3 / 9, 4 / 9, 2 / 9]])), (TOLERANCE * 2.55) ** 2, cv2.CMP_GT)
    # Dust goes, white inside stays.
    _n, labels, stats, _c = cv2.connectedComponentsWithStats(mask, connectivity=8)
    keep = (stats[:, cv2.CC_STAT_AREA] >= SPECK_MM2 * MM * MM).astype(np.uint8) * 255
    keep[0] = 0
    mask = keep[labels]
    hull = cv2.copyMakeBorder(mask, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0)
    cv2.floodFill(hull, None, (0, 0), 128)
    mask = cv2.compare(hull[1:-1, 1:-1], 128, cv2.CMP_NE)
    # Grouped by nearness on a coarse grid.
    step = 3
    coarse = cv2.compare(cv2.resize(mask, (width // step, height // step), interpolation=cv2.INTER_AREA), 0, cv2.CMP_GT)
    reach = int(JOIN_MM * MM / step)
    grown = cv2.dilate(coarse, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (reach | 1, reach | 1)))
    _n, groups, stats, _c = cv2.connectedComponentsWithStats(grown, connectivity=8)
    pieces = []
    for k in range(1, len(stats)):
        x, y, w, h = (int(s) * step for s in stats[k][:4])
        w, h = min(w, width - x), min(h, height - y)
        own = cv2.resize((groups[y // step : (y + h) // step, x // step : (x + w) // step] == k).astype(np.uint8), (w, h), interpolation=cv2.INTER_NEAREST)
        own = cv2.bitwise_and(mask[y : y + h, x : x + w], own * 255)
        if cv2.countNonZero(own) < SMALLEST_MM2 * MM * MM:
            continue
        depth = cv2.distanceTransform(own, cv2.DIST_L2, 3)
        alpha = cv2.convertScaleAbs(depth, alpha=255 * 150 / ppi)
        pieces.append(cv2.merge([*cv2.split(flat[y : y + h, x : x + w]), alpha]))
    return len(pieces)


times = []
count = 0
for _ in range(runs):
    t = time.perf_counter()
    count = chain()
    times.append(time.perf_counter() - t)
print(json.dumps({"median": sorted(times)[len(times) // 2], "pieces": count, "threads": cv2.getNumThreads()}))
