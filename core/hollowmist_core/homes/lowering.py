"""Lowering: Python -> Numba's typing -> LLVM's intermediate code, once for both homes.

Numba compiles for the processor as it goes: each helper is linked with all that it calls, optimised and turned into
machine code. Nobody runs those here, and that is most of the time. So `lower` keeps the code as text, and the
objects are made of it afterwards, whole.
"""

import os

# Before Numba is imported: plain code, for no processor in particular.
os.environ.update(NUMBA_CPU_NAME="generic", NUMBA_CPU_FEATURES="", NUMBA_OPT="0", NUMBA_CAPTURED_ERRORS="new_style")

import importlib

from llvmlite import ir
from numba import carray, njit, types
from numba.core import cgutils, codegen, cpu, dispatcher
from numba.core import lowering as numba_lowering
from numba.core.compiler import Flags, compile_extra
from numba.core.registry import cpu_target
from numba.extending import intrinsic

from .units import JOINED


def only_lower() -> None:
    """Keep Numba, in this process and from here on, from linking, optimising and caching what it lowers."""

    def keep_text(library, module):
        vars(library).setdefault("texts", []).append(cgutils.normalize_ir_text(str(module)))

    def end(library):
        library._finalized = True

    codegen.JITCodeLibrary.add_ir_module = keep_text
    codegen.JITCodeLibrary.finalize = end
    # Callers are told apart by what they call: each needs a function of its own, which nobody will run.
    cpu.CPUContext.get_executable = lambda context, library, described, environment: [].append
    dispatcher.Dispatcher.enable_caching = lambda function: None
    # By which Python and C would call each helper: as much code again, twice.
    numba_lowering.Lower.create_cpython_wrapper = lambda lower, release_gil=False: None
    numba_lowering.Lower.create_cfunc_wrapper = lambda lower: None
    # Records are compared by what they are written as, thousands of times: each is written once.
    written = types.Record.__repr__

    def once(record):
        if "written" not in vars(record):
            vars(record)["written"] = written(record)
        return vars(record)["written"]

    types.Record.__repr__ = once


def pointer_entry(name, kernel):
    """Wrap a kernel so that each array arrives as pointer and length.

    Returns
    -------
    tuple
        The wrapper and its argument types.
    """
    parameters, kinds, passed = [], [], []
    for i, kind in enumerate(kernel.arguments):
        if isinstance(kind, types.Array):
            parameters += [f"p{i}", f"n{i}"]
            kinds += [types.CPointer(kind.dtype), types.int32]
            passed.append(f"carray(p{i}, (n{i},))")
        else:
            parameters.append(f"a{i}")
            kinds.append(kind)
            passed.append(f"a{i}")
    scope = {"inner": kernel.compiled, "carray": carray}
    exec(f"def {name}({', '.join(parameters)}):\n    return inner({', '.join(passed)})", scope)
    return scope[name], tuple(kinds)


def belongs(kernel, unit: str) -> bool:
    """Whether a kernel is one of a unit's."""
    return kernel.function.__module__.endswith(f".kernels.{unit}")


def joined_names(unit: str) -> set[str]:
    """Kernels that a unit calls where the linker joins them."""
    from ..kernels.base.compiled import CHECKED
    from ..kernels.base.registry import KERNELS

    # Where accesses are checked a fault must come through all calls.
    return set() if CHECKED or unit == JOINED else {name for name, one in KERNELS.items() if belongs(one, JOINED)}


def joined_call(kernel):
    """A function that calls a kernel of another unit; the linker joins the two.

    It is what `pointer_entry` makes there: result and fault by pointer, then each array as pointer and length.
    """
    name = kernel.function.__name__

    def emit(context, builder, signature, given):
        passed = []
        for kind, value in zip(signature.args, given, strict=True):
            if isinstance(kind, types.Array):
                array = context.make_array(kind)(context, builder, value)
                passed += [array.data, builder.trunc(array.nitems, ir.IntType(32))]
            else:
                passed.append(value)
        returned = types.voidptr if kernel.returns == types.void else kernel.returns
        result = cgutils.alloca_once(builder, context.get_value_type(returned))
        fault = cgutils.alloca_once(builder, context.get_value_type(types.voidptr))
        passed = [result, fault, *passed]
        entry = cgutils.get_or_insert_function(
            builder.module, ir.FunctionType(ir.IntType(32), [one.type for one in passed]), name
        )
        builder.call(entry, passed)
        return context.get_dummy_value() if kernel.returns == types.void else builder.load(result)

    given = ", ".join(f"a{i}" for i in range(len(kernel.arguments)))
    scope = {"signature": kernel.returns(*kernel.arguments), "emit": emit, "intrinsic": intrinsic, "njit": njit}
    exec(
        f"@intrinsic\ndef call(typing, {given}):\n    return signature, emit\n"
        f"@njit(error_model='numpy')\ndef {name}({given}):\n    return call({given})\n",
        scope,
    )
    return scope[name]


def lower(unit: str) -> tuple[dict[str, str], list[str]]:
    """Lower the kernels that a unit exports.

    Parameters
    ----------
    unit : str
        A module below `kernels`, see `units.UNITS`. `only_lower` must have been called.

    Returns
    -------
    tuple
        Exported name -> symbol, and the texts of all modules that hold them and what they call.
    """
    from ..kernels.base.registry import KERNELS

    importlib.import_module(f"..kernels.{unit}", __package__)
    symbols, texts, seen = {}, [], set()

    def gather(library):
        if library in seen:
            return
        seen.add(library)
        texts.extend(vars(library).get("texts", ()))
        for other in library._linking_libraries:
            gather(other)

    flags = Flags()
    flags.no_cpython_wrapper = flags.no_cfunc_wrapper = flags.nrt = True
    flags.error_model = "numpy"
    joined = {KERNELS[name]: KERNELS[name].compiled for name in joined_names(unit)}
    for kernel in joined:
        kernel.compiled = joined_call(kernel)
    for name, kernel in KERNELS.items():
        if belongs(kernel, unit):
            entry, kinds = pointer_entry(name, kernel)
            result = compile_extra(
                cpu_target.typing_context, cpu_target.target_context, entry, kinds, kernel.returns, flags, {}
            )
            symbols[name] = result.fndesc.llvm_func_name
            gather(result.library)
    for kernel, own in joined.items():
        kernel.compiled = own
    return symbols, texts
