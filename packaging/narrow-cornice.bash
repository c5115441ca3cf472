# Completion of narrow-cornice for bash.
_narrow_cornice() {
  local word=${COMP_WORDS[COMP_CWORD]} command=${COMP_WORDS[1]:-}
  COMPREPLY=()
  if [ "$COMP_CWORD" -eq 1 ]; then
    mapfile -t COMPREPLY < <(compgen -W "demo check takeoff programme length proportion mitre survey cut-lengths cut-sheets shelf coats paper slats tiles colour palette light view instruments --help --version" -- "$word"
      compgen -f -X '!*.cornice' -- "$word"; compgen -d -- "$word")
    return
  fi
  case $command in
    demo) mapfile -t COMPREPLY < <(compgen -W "--pictures --only --save" -- "$word"; compgen -f -- "$word") ;;
    shelf) mapfile -t COMPREPLY < <(compgen -W "--span --depth --thickness --material --load --ends" -- "$word") ;;
    check) mapfile -t COMPREPLY < <(compgen -W "--json" -- "$word"; compgen -f -X '!*.cornice' -- "$word") ;;
    takeoff) mapfile -t COMPREPLY < <(compgen -W "--json --csv --xlsx" -- "$word"; compgen -f -X '!*.cornice' -- "$word") ;;
    programme) mapfile -t COMPREPLY < <(compgen -W "--seconds --json" -- "$word"; compgen -f -X '!*.cornice' -- "$word") ;;
    coats) mapfile -t COMPREPLY < <(compgen -W "--over --colour --hiding" -- "$word") ;;
    paper) mapfile -t COMPREPLY < <(compgen -W "--walls --height --roll-length --roll-width --repeat --match straight half-drop free" -- "$word") ;;
    slats) mapfile -t COMPREPLY < <(compgen -W "--length --slat --gap --ends gap slat half" -- "$word") ;;
    palette) mapfile -t COMPREPLY < <(compgen -W "--colours" -- "$word"; compgen -f -- "$word") ;;
    length) mapfile -t COMPREPLY < <(compgen -W "--unit mm in" -- "$word") ;;
    proportion) mapfile -t COMPREPLY < <(compgen -W "--height --order --school five-part nineteen-part per-cent" -- "$word") ;;
    mitre) mapfile -t COMPREPLY < <(compgen -W "--spring --corner" -- "$word") ;;
    instruments) mapfile -t COMPREPLY < <(compgen -W "laser reader shop" -- "$word") ;;
  esac
}
complete -o filenames -F _narrow_cornice narrow-cornice
