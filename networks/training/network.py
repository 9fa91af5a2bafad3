"""
The head parser: an encoder and decoder of separable convolutions, and its graph as the application reads it.

After Ronneberger, Fischer, Brox 2015, "U-Net" (levels joined again on the way up), Chollet 2017, "Xception" (no
rectifier between the two halves of a separable convolution) and Ioffe, Szegedy 2015 (batch normalisation, and how it
is folded into weights); from memory.
"""
import base64
import json

import numpy as np
import torch
from torch import nn

INPUTS = 7
CLASSES = ['background', 'others', 'face', 'body', 'hair', 'beard', 'brows', 'clothes', 'glasses', 'hat']
SIZE = 224
WIDTHS = [24, 48, 96, 160, 192]
DEPTHS = [1, 2, 3, 3, 2]


class Convolution(nn.Module):
    """A convolution of 1 x 1 or 3 x 3, padded as TensorFlow's SAME; one that mixes channels is normalised and rectified."""

    def __init__(self, inputs, outputs, size=1, stride=1, separate=False):
        super().__init__()
        self.convolution = nn.Conv2d(inputs, outputs, size, stride, size // 2 if stride == 1 else 0, groups=inputs if separate else 1, bias=separate)
        self.norm = None if separate else nn.BatchNorm2d(outputs)
        self.stride, self.separate = stride, separate

    def forward(self, x):
        if self.stride == 2:
            x = nn.functional.pad(x, (0, 1, 0, 1))
        x = self.convolution(x)
        return x if self.separate else torch.relu_(self.norm(x))

    def folded(self):
        """Weights and bias with the normalisation taken in."""
        if self.separate:
            return self.convolution.weight, self.convolution.bias
        gain = self.norm.weight / torch.sqrt(self.norm.running_var + self.norm.eps)
        return self.convolution.weight * gain[:, None, None, None], self.norm.bias - self.norm.running_mean * gain


def separable(inputs, outputs, stride=1):
    return [Convolution(inputs, inputs, 3, stride, separate=True), Convolution(inputs, outputs)]


class Parser(nn.Module):
    """@param x n x inputs x size x size @returns logits n x classes x size / 2 x size / 2"""

    def __init__(self, inputs=INPUTS, classes=len(CLASSES), size=SIZE, widths=WIDTHS, depths=DEPTHS):
        super().__init__()
        self.shape = (1, size, size, inputs)
        self.stem = Convolution(inputs, widths[0], 3, 2)
        self.down = nn.ModuleList()
        for level, (width, depth) in enumerate(zip(widths, depths)):
            layers = []
            for n in range(depth):
                before = widths[max(0, level - 1)] if n == 0 else width
                layers += separable(before, width, 2 if n == 0 and level > 0 else 1)
            self.down.append(nn.Sequential(*layers))
        self.narrow, self.up = nn.ModuleList(), nn.ModuleList()
        for level in range(len(widths) - 2, -1, -1):
            self.narrow.append(Convolution(widths[level + 1], widths[level]))
            self.up.append(nn.Sequential(*separable(2 * widths[level], widths[level]), *separable(widths[level], widths[level])))
        self.answer = nn.Conv2d(widths[0], classes, 1)

    def forward(self, x):
        x = self.stem(x)
        skips = []
        for block in self.down:
            x = block(x)
            skips.append(x)
        skips.pop()
        for narrow, block in zip(self.narrow, self.up):
            x = nn.functional.interpolate(narrow(x), scale_factor=2, mode='nearest')
            x = block(torch.cat([x, skips.pop()], 1))
        return self.answer(x)


class Graph:
    """A TensorFlow.js graph model in the making: nodes, and weights of 16 bits beside them."""

    def __init__(self):
        self.nodes, self.specs, self.values = [], [], []

    def node(self, op, inputs, **attributes):
        name = 'n%d' % len(self.nodes)
        self.nodes.append(dict(name=name, op=op, input=inputs, attr=dict(T=dict(type='DT_FLOAT'), **attributes)))
        return name

    def constant(self, value, integer=False):
        name = self.node('Const', [], dtype=dict(type='DT_INT32' if integer else 'DT_FLOAT'))
        spec = dict(name=name, shape=list(value.shape), dtype='int32' if integer else 'float32')
        self.specs.append(spec if integer else dict(spec, quantization=dict(dtype='float16', original_dtype='float32')))
        self.values.append(value.astype('<i4' if integer else '<f2').tobytes())
        return name

    def convolution(self, x, weights, bias, stride=1, separate=False, rectified=True):
        strings = lambda *words: dict(list=dict(s=[text(word) for word in words]))
        numbers = lambda *values: dict(list=dict(i=[str(value) for value in values]))
        # rows, columns, inputs, outputs; of separate ones an output for each input
        order = weights.permute(2, 3, 0, 1) if separate else weights.permute(2, 3, 1, 0)
        kernel, added = self.constant(order.detach().numpy()), self.constant(bias.detach().numpy())
        return self.node('FusedDepthwiseConv2dNative' if separate else '_FusedConv2D', [x, kernel, added], strides=numbers(1, stride, stride, 1), dilations=numbers(1, 1, 1, 1), padding=dict(s=text('SAME')), data_format=dict(s=text('NHWC')), fused_ops=strings('BiasAdd', *(['Relu'] if rectified else [])), num_args=dict(i='1'), epsilon=dict(f=0))

    def layer(self, x, layer):
        return self.convolution(x, *layer.folded(), layer.stride, layer.separate, not layer.separate)

    def block(self, x, block):
        for layer in block:
            x = self.layer(x, layer)
        return x


def layers_of(parser):
    """Every convolution in the order in which the graph names them."""
    yield parser.stem
    for block in parser.down:
        yield from block
    for narrow, block in zip(parser.narrow, parser.up):
        yield narrow
        yield from block
    yield parser.answer


def restored(path):
    """The parser of PATH.json and PATH.bin, its folded normalisations at nothing: `normalised` finds them anew."""
    with open(path + '.json') as file:
        specs = json.load(file)['weightsManifest'][0]['weights']
    values, at = [], 0
    data = open(path + '.bin', 'rb').read()
    for spec in specs:
        kind = np.dtype('<i4' if spec['dtype'] == 'int32' else '<f2')
        value = np.frombuffer(data, kind, int(np.prod(spec['shape'])), at).reshape(spec['shape'])
        at += value.nbytes
        if spec['dtype'] == 'float32':
            values.append(torch.from_numpy(value.astype(np.float32)))
    parser = Parser()
    with torch.no_grad():
        for layer, kernel, bias in zip(layers_of(parser), values[::2], values[1::2]):
            convolution = getattr(layer, 'convolution', layer)
            separate = getattr(layer, 'separate', False)
            convolution.weight.copy_(kernel.permute(2, 3, 0, 1) if separate else kernel.permute(3, 2, 0, 1))
            if convolution.bias is not None:
                convolution.bias.copy_(bias)
            else:
                layer.norm.bias.copy_(bias)
                layer.norm.running_var.fill_(1 - layer.norm.eps)
    return parser


def normalised(parser, batches):
    """The same answers with normalisations as measured on some batches, to be trained on."""
    sums = {}

    def measure(norm, inputs):
        x = inputs[0].transpose(0, 1).flatten(1).double()
        sums.setdefault(norm, []).append(torch.stack([x.mean(1), (x * x).mean(1)]))

    norms = [layer.norm for layer in layers_of(parser) if getattr(layer, 'norm', None)]
    hooks = [norm.register_forward_pre_hook(measure) for norm in norms]
    parser.eval()
    with torch.no_grad():
        for x in batches:
            parser(x)
        for hook, norm in zip(hooks, norms):
            hook.remove()
            mean, square = torch.stack(sums[norm]).mean(0)
            spread = square - mean * mean
            gain = norm.weight / torch.sqrt(norm.running_var + norm.eps)
            norm.bias.add_(gain * (mean - norm.running_mean).float())
            norm.weight.copy_(gain * torch.sqrt(spread + norm.eps).float())
            norm.running_mean.copy_(mean)
            norm.running_var.copy_(spread)
    return parser.train()


def text(word):
    return base64.b64encode(word.encode()).decode()


def export(parser, path):
    """Writes PATH.json and PATH.bin: a graph from 1 x size x size x inputs to probabilities, 1 x size / 2 x size / 2 x classes."""
    graph = Graph()
    x = graph.layer(graph.node('Placeholder', [], dtype=dict(type='DT_FLOAT'), shape=dict(shape=dict(dim=[dict(size=str(n)) for n in parser.shape]))), parser.stem)
    skips, size = [], parser.shape[1] // 2 >> len(parser.down) - 1
    for block in parser.down:
        x = graph.block(x, block)
        skips.append(x)
    skips.pop()
    for narrow, block in zip(parser.narrow, parser.up):
        size *= 2
        x = graph.node('ResizeNearestNeighbor', [graph.layer(x, narrow), graph.constant(np.array([size, size]), True)], align_corners=dict(b=False), half_pixel_centers=dict(b=True))
        x = graph.block(graph.node('ConcatV2', [x, skips.pop(), graph.constant(np.array(3), True)], N=dict(i='2')), block)
    graph.node('Softmax', [graph.convolution(x, parser.answer.weight, parser.answer.bias, rectified=False)])
    with open(path + '.bin', 'wb') as file:
        file.write(b''.join(graph.values))
    with open(path + '.json', 'w') as file:
        json.dump(dict(format='graph-model', modelTopology=dict(node=graph.nodes, versions={}, library={}), weightsManifest=[dict(paths=[path.split('/')[-1] + '.bin'], weights=graph.specs)]), file)
