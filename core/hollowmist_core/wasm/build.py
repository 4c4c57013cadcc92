"""Python -> Numba IR -> LLVM for wasm32 -> wasm-ld: all registered kernels in one module."""

import os
import re
import subprocess
import tempfile

import llvmlite.binding as llvm
from numba import carray, types
from numba.core.compiler import Flags, compile_extra
from numba.core.registry import cpu_target

from ..kernels import curve, derive, fitting, hand, images, ink, lay, sheet, stroke  # noqa: F401  (they register themselves)
from ..kernels.generate import generators  # noqa: F401
from ..kernels.measure import readings, steadied  # noqa: F401
from ..kernels.prepare import drawn, figures, mend, steps, tone  # noqa: F401
from ..kernels.registry import KERNELS, helper

DATA_LAYOUT = "e-m:e-p:32:32-p10:8:8-p20:8:8-i64:64-i128:128-n32:64-S128-ni:1:10:20"
TRIPLE = "wasm32-unknown-unknown"
FEATURES = "+simd128,+bulk-memory,+nontrapping-fptoint,+mutable-globals"
INSTRUCTIONS = ("floor", "ceil", "sqrt", "fabs", "trunc", "copysign")
"""Functions of the maths library that WebAssembly has as instructions."""

HOST_FUNCTIONS = {"sin", "cos", "pow", "exp", "atan2", "hypot"}
"""Functions of the maths library that the host lends; each also with a final f for float32."""


def pointer_entry(name, function, arguments):
    """Wrap a kernel so that each array arrives as pointer and length.

    Returns
    -------
    tuple
        The wrapper and its argument types.
    """
    parameters, kinds, passed = [], [], []
    for i, kind in enumerate(arguments):
        if isinstance(kind, types.Array):
            parameters += [f"p{i}", f"n{i}"]
            kinds += [types.CPointer(kind.dtype), types.int32]
            passed.append(f"carray(p{i}, (n{i},))")
        else:
            parameters.append(f"a{i}")
            kinds.append(kind)
            passed.append(f"a{i}")
    scope = {"inner": helper(function), "carray": carray}
    exec(f"def {name}({', '.join(parameters)}):\n    return inner({', '.join(passed)})", scope)
    return scope[name], tuple(kinds)


def for_wasm(ir):
    """Retarget native LLVM IR to wasm32."""
    ir = re.sub(r"^target datalayout = .*$", f'target datalayout = "{DATA_LAYOUT}"', ir, flags=re.M)
    ir = re.sub(r"^target triple = .*$", f'target triple = "{TRIPLE}"', ir, flags=re.M)
    ir = re.sub(r'"target-(cpu|features)"="[^"]*"', "", ir)
    ir = re.sub(r" = common ((?:\w+ )*)global", r" = internal \1global", ir)  # wasm knows no common symbols
    for name in INSTRUCTIONS:
        ir = re.sub(rf"@{name}f\b", f"@llvm.{name}.f32", ir)
        ir = re.sub(rf"@{name}\b(?!\.)", f"@llvm.{name}.f64", ir)
    # What was a call and an instruction both is declared twice now.
    declared = set()

    def once(line):
        name = line.group(1)
        again = name in declared
        declared.add(name)
        return "" if again else line.group(0)

    ir = re.sub(r"^declare .*@(llvm\.[\w.]+)\(.*$", once, ir, flags=re.M)
    # No kernel owns memory, so these are never reached.
    ir = re.sub(
        r"^declare (.*)@NRT_MemInfo_call_dtor\(ptr[^)]*\).*$",
        r"define internal void @NRT_MemInfo_call_dtor(ptr %p) { ret void }",
        ir,
        flags=re.M,
    )
    return ir


def compiled(name, kernel):
    """LLVM module of one kernel, exported under its name."""
    entry, kinds = pointer_entry(name, kernel.function, kernel.arguments)
    flags = Flags()
    flags.no_cpython_wrapper = True
    flags.no_cfunc_wrapper = True
    flags.error_model = "numpy"
    flags.nrt = True
    result = compile_extra(
        cpu_target.typing_context, cpu_target.target_context, entry, kinds, kernel.returns, flags, {}
    )
    result.library._ensure_finalized()
    module = llvm.parse_assembly(for_wasm(result.library.get_llvm_str()))
    symbol = result.fndesc.llvm_func_name
    for function in module.functions:
        if function.is_declaration:
            continue
        if function.name == symbol:
            function.name = name
        else:
            function.linkage = "internal"
    module.verify()
    return module


def check_imports(module):
    """Refuse a module that needs what no host lends.

    Raises
    ------
    RuntimeError
        Naming the functions; usually a kernel allocates or raises.
    """
    unknown = {
        f.name
        for f in module.functions
        if f.is_declaration
        and not f.name.startswith("llvm.")
        and f.name not in HOST_FUNCTIONS
        and f.name.removesuffix("f") not in HOST_FUNCTIONS
    }
    if unknown:
        raise RuntimeError(f"the kernels need functions that WebAssembly has not: {', '.join(sorted(unknown))}")


def build(path: str) -> int:
    """Compile all kernels to a module.

    Parameters
    ----------
    path : str
        Where to write it.

    Returns
    -------
    int
        Size in bytes.
    """
    llvm.initialize_all_targets()
    llvm.initialize_all_asmprinters()
    whole = None
    for name, kernel in KERNELS.items():
        module = compiled(name, kernel)
        if whole is None:
            whole = module
        else:
            whole.link_in(module)
    machine = llvm.Target.from_triple(TRIPLE).create_target_machine(opt=3, features=FEATURES)
    tuning = llvm.create_pipeline_tuning_options(speed_level=3)
    tuning.loop_vectorization = tuning.slp_vectorization = True
    # Rows of a stamp are short: interleaved vectors would leave most of a row to the scalar remainder.
    tuning.loop_interleaving = False
    builder = llvm.create_pass_builder(machine, tuning)
    builder.getModulePassManager().run(whole, builder)
    check_imports(whole)
    os.makedirs(os.path.dirname(os.path.abspath(path)), exist_ok=True)
    with tempfile.NamedTemporaryFile(suffix=".o") as obj, tempfile.NamedTemporaryFile("w", suffix=".txt") as lent:
        obj.write(machine.emit_object(whole))
        obj.flush()
        # Instructions too can end as calls (a float remainder as fmod); the linker lets only these through.
        lent.write("\n".join(name + kind for name in sorted(HOST_FUNCTIONS) for kind in ("", "f")))
        lent.flush()
        subprocess.run(
            [
                "wasm-ld",
                "--no-entry",
                f"--allow-undefined-file={lent.name}",
                "--strip-all",
                "--export=__heap_base",
                "-O2",
                *(f"--export={name}" for name in KERNELS),
                "-o",
                path,
                obj.name,
            ],
            check=True,
        )
    return os.path.getsize(path)
