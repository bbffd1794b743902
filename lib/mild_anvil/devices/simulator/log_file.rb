# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      # Writes a simulated log as the text files that loggers write.
      module LogFile
        DIALECTS = {
          comma: { delimiter: ",", decimal: ".", header: ["Time [s]", "Force [kN]", "Displacement [mm]"], force: 1000.0, travel: 0.001, force_digits: 3, preamble: [] },
          semicolon: { delimiter: ";", decimal: ",", header: ["Zeit (s)", "Kraft (N)", "Weg (mm)"], force: 1.0, travel: 0.001, force_digits: 0, preamble: ["Pruefstand 2"] },
          tab: { delimiter: "\t", decimal: ".", header: ["t [s]", "Load [kN]", "Stroke [mm]"], force: 1000.0, travel: 0.001, force_digits: 3, preamble: [] }
        }.freeze

        module_function

        # @param log [Pull::Log]
        # @param dialect [Symbol]
        # @return [String]
        def text(log, dialect)
          form = DIALECTS.fetch(dialect)
          rows = log.seconds.each_index.map do |i|
            [format("%.3f", log.seconds[i]), format("%.#{form[:force_digits]}f", log.newtons[i] / form[:force]), format("%.2f", log.metres[i] / form[:travel])]
              .map { |field| field.tr(".", form[:decimal]) }.join(form[:delimiter])
          end
          [*form[:preamble], form[:header].join(form[:delimiter]), *rows, ""].join("\n")
        end
      end
    end
  end
end
