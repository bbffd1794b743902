# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      # Writes a simulated log as the text files that loggers write.
      module LogFile
        USUAL = { decimal: ".", force: 1000.0, travel: 0.001, force_digits: 3, preamble: [] }.freeze
        DIALECTS = {
          comma: { **USUAL, delimiter: ",", header: ["Time [s]", "Force [kN]", "Displacement [mm]"] },
          semicolon: { **USUAL, delimiter: ";", decimal: ",", header: ["Zeit (s)", "Kraft (N)", "Weg (mm)"], force: 1.0,
                                force_digits: 0, preamble: ["Pruefstand 2"] },
          tab: { **USUAL, delimiter: "\t", header: ["t [s]", "Load [kN]", "Stroke [mm]"] },
          # twisted: newtons stand for newton metres, and half a millimetre of travel for a degree
          torque: { **USUAL, delimiter: ",", header: ["Time [s]", "Torque [N·m]", "Angle [°]"], force: 1.0,
                             travel: 0.0005,
                             force_digits: 2 }
        }.freeze

        module_function

        # @param log [Pull::Log]
        # @param dialect [Symbol]
        # @return [String]
        def text(log, dialect)
          form = DIALECTS.fetch(dialect)
          rows = log.seconds.each_index.map do |i|
            row(log, i, form).map { |field| field.tr(".", form[:decimal]) }.join(form[:delimiter])
          end
          [*form[:preamble], form[:header].join(form[:delimiter]), *rows, ""].join("\n")
        end

        def row(log, index, form)
          [format("%.3f", log.seconds[index]), format("%.#{form[:force_digits]}f", log.newtons[index] / form[:force]),
           format("%.2f", log.metres[index] / form[:travel])]
        end
        private_class_method :row
      end
    end
  end
end
