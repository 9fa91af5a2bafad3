"""What a camera and its files do to a picture, whatever it shows."""
import cv2
import numpy as np


def taken(r, image, *, blurred, sharpened, grainy, packed):
    """
    Blur or sharpening, grain and compression.

    @param image rows x columns x colours, 0..1
    @param blurred how often, and the least and most sigma, pixels; sharpened, if not, how often
    @param grainy how often, and the most deviation; packed how often, and the least and most JPEG quality
    """
    if r.random() < blurred[0]:
        image = cv2.GaussianBlur(image, (0, 0), r.uniform(*blurred[1:]))
    elif r.random() < sharpened:
        image = image + r.uniform(0.3, 1) * (image - cv2.GaussianBlur(image, (0, 0), 1))
    if r.random() < grainy[0]:
        image = image + r.normal(0, r.uniform(0, grainy[1]), image.shape).astype(np.float32)
    image = np.clip(image, 0, 1)
    if r.random() < packed[0]:
        _, file = cv2.imencode('.jpg', (255 * image).astype(np.uint8), [cv2.IMWRITE_JPEG_QUALITY, int(r.integers(*packed[1:]))])
        image = cv2.imdecode(file, cv2.IMREAD_COLOR).astype(np.float32) / 255
    return image
