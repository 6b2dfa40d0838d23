"""Peers of the scribble cut and the fine edge, for the bench: GrabCut of OpenCV, and closed-form matting (Levin, Lischinski and Weiss 2008) by
conjugate gradients of SciPy. Reads and writes raw bytes; prints one JSON line with its times."""
import json, sys, time
import numpy as np

order = json.loads(sys.argv[1])
width, height = order['width'], order['height']
picture = np.fromfile(order['picture'], np.uint8).reshape(height, width, 3)


def grabcut():
    import cv2
    cv2.setNumThreads(2)
    marks = np.fromfile(order['marks'], np.uint8).reshape(height, width)
    mask = np.where(marks == 1, cv2.GC_FGD, np.where(marks == 2, cv2.GC_BGD, cv2.GC_PR_BGD)).astype(np.uint8)
    start = time.perf_counter()
    back, fore = np.zeros((1, 65)), np.zeros((1, 65))
    cv2.grabCut(np.ascontiguousarray(picture[:, :, ::-1]), mask, None, back, fore, 5, cv2.GC_INIT_WITH_MASK)
    ms = (time.perf_counter() - start) * 1000
    np.where((mask == cv2.GC_FGD) | (mask == cv2.GC_PR_FGD), 255, 0).astype(np.uint8).tofile(order['out'])
    return {'ms': ms}


def levin():
    import scipy.sparse as sparse
    from scipy.sparse.linalg import cg
    known = np.fromfile(order['known'], np.uint8).reshape(height, width)  # 0 behind, 255 front, 128 unknown
    start = time.perf_counter()
    image = picture.astype(np.float64) / 255
    epsilon, count = 1e-7, 9
    index = np.arange(width * height).reshape(height, width)
    windows = np.lib.stride_tricks.sliding_window_view(index, (3, 3)).reshape(-1, 9)
    unknown = (known == 128).ravel()
    windows = windows[unknown[windows].any(axis=1)]
    colours = image.reshape(-1, 3)
    rows, columns, values = [], [], []
    for part in np.array_split(windows, max(1, len(windows) // 100000)):
        inside = colours[part]
        mean = inside.mean(axis=1, keepdims=True)
        off = inside - mean
        covariance = np.einsum('nki,nkj->nij', off, off) / count + epsilon / count * np.eye(3)
        weights = (1 + np.einsum('nki,nij,nlj->nkl', off, np.linalg.inv(covariance), off)) / count
        rows.append(np.repeat(part, 9, axis=1).ravel())
        columns.append(np.tile(part, (1, 9)).ravel())
        values.append((np.eye(9)[None] - weights).ravel())
    laplacian = sparse.coo_matrix((np.concatenate(values), (np.concatenate(rows), np.concatenate(columns))), shape=(width * height,) * 2).tocsr()
    alpha = (known.ravel() == 255).astype(np.float64)
    system = laplacian[unknown][:, unknown]
    right = -laplacian[unknown][:, ~unknown] @ alpha[~unknown]
    scale = sparse.diags(1 / np.maximum(system.diagonal(), 1e-9))
    solution, _ = cg(system, right, x0=np.full(unknown.sum(), 0.5), tol=1e-4, maxiter=order.get('steps', 1500), M=scale)
    ms = (time.perf_counter() - start) * 1000
    alpha[unknown] = np.clip(solution, 0, 1)
    (alpha * 255 + 0.5).astype(np.uint8).tofile(order['out'])
    return {'ms': ms}


print(json.dumps({'grabcut': grabcut, 'levin': levin}[order['what']]()))
