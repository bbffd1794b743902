# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # The head of a paper as the laboratory has it now.
      module Head
        HERE = "http://127.0.0.1:4870"

        module_function

        # @param title [String] English; @param name [String]; @param number [String]
        # @param record [Sequel::Model, nil] what the code opens: a row with a uid
        # @param language [String, nil] nil: the laboratory's
        # @return [Documents::Paper]
        def call(title:, name:, number: "", record: nil, language: nil, standing: nil)
          standing = Standing.practice if practised?(record)
          Documents::Paper.new(title: title, name: name, number: number, laboratory: Laboratory.on_paper,
                               language: language || Laboratory.show[:language], standing: standing,
                               link: record && "#{base}/record/#{record.uid}")
        end

        # Nothing of a lesson is printed without the word.
        def practised?(record)
          lot = record.is_a?(Store::Models::Lot) ? record : (record.lot if record.respond_to?(:lot))
          !lot.nil? && lot.job.practice?
        end
        private_class_method :practised?

        # Where the application is reached from a telephone that reads the code.
        def base
          given = Laboratory.show[:link]
          given.empty? ? HERE : given.chomp("/")
        end
      end
    end
  end
end
