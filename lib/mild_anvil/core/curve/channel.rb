# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # One measured quantity of a recording. samples: Array<Float> shape (n,), SI, NaN where the logger wrote none.
      # role: "force", "displacement", "torque" ...; unit: the Unit it was read in; main: whether it is the pull's force.
      Channel = Struct.new(:name, :role, :unit, :sign, :samples, :main, keyword_init: true)
    end
  end
end
